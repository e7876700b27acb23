import type { backupsEndpoints } from '../../contract/backups/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { changeBackups, requestBackup, showBackups } from './useCases.ts';

export const backupsHandlers: Pick<Handlers, keyof typeof backupsEndpoints> = {
  readBackups: (context) => showBackups(context),
  changeBackups: (context, { body }) => changeBackups(context, body),
  requestBackup: (context) => requestBackup(context),
};
