import type { drillEndpoints } from '../../contract/drill/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as drill from './useCases.ts';

export const drillHandlers: Pick<Handlers, keyof typeof drillEndpoints> = {
  recordDrillRound: (context, { body }) => drill.recordRound(context, body),
  listDrillRounds: (context, { query }) => drill.listRounds(context, query),
};
