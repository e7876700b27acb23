import type { importsEndpoints } from '../../contract/imports/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { importSites } from './useCases.ts';

export const importsHandlers: Pick<Handlers, keyof typeof importsEndpoints> = {
  importSites: (context, { body, files }) => importSites(context, body.bundle, files),
};
