import type { systemEndpoints } from '../../contract/system/endpoints.ts';
import { AppError } from '../errors.ts';
import type { Handlers } from '../http/handlers.ts';
import { openApi } from './openapi.ts';

const described = openApi();

export const systemHandlers: Pick<Handlers, keyof typeof systemEndpoints> = {
  health: async () => ({ status: 'ok' as const }),
  ready: async ({ database }) => {
    try {
      await database('installation').first('singleton');
      return { status: 'ready' as const };
    } catch {
      throw new AppError(503, 'Not ready', 'The database does not answer or is not migrated yet.');
    }
  },
  openapi: async () => described,
  readTrail: async ({ database }, { params }) => ({
    items: await database('audit_trail')
      .leftJoin('people', 'people.id', 'audit_trail.person_id')
      .where({ recordId: params.id })
      .orderBy('number', 'desc')
      .limit(200)
      .select('at', 'people.name as by', 'record', 'action', 'change'),
  }),
};
