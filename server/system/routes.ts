import type { systemEndpoints } from '../../contract/system/endpoints.ts';
import { AppError } from '../errors.ts';
import type { Handlers } from '../handlers.ts';
import { openApi } from './openapi.ts';
import { touchInstallation, trailOf } from './storage.ts';

const described = openApi();
/** How far back a record's trail is shown. */
const MOST_CHANGES = 200;

export const systemHandlers: Pick<Handlers, keyof typeof systemEndpoints> = {
  health: async () => ({ status: 'ok' as const }),
  ready: async ({ database }) => {
    try {
      await touchInstallation(database);
      return { status: 'ready' as const };
    } catch {
      throw new AppError('unavailable', 'Not ready', 'The database does not answer or is not migrated yet.');
    }
  },
  openapi: async () => described,
  readTrail: async ({ database }, { params }) => ({ items: await trailOf(database, params.id, MOST_CHANGES) }),
};
