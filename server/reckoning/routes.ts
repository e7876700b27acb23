import type { reckoningEndpoints } from '../../contract/reckoning/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as soiling from './useCases.ts';

export const reckoningHandlers: Pick<Handlers, keyof typeof reckoningEndpoints> = {
  reckon: (context, { params, body }) => soiling.reckonArray(context, params.id, body),
  listReckonings: (context, { params, query }) => soiling.listReckonings(context, params.id, query),
  readOutlook: (context, { params }) => soiling.readOutlook(context.database, params.id),
  setOutlook: (context, { params, body }) => soiling.setOutlook(context, params.id, body),
};
