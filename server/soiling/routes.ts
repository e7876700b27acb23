import type { soilingEndpoints } from '../../contract/soiling/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as soiling from './useCases.ts';

export const soilingHandlers: Pick<Handlers, keyof typeof soilingEndpoints> = {
  reckon: (context, { params, body }) => soiling.reckonArray(context, params.id, body),
  listReckonings: (context, { params, query }) => soiling.listReckonings(context, params.id, query),
  readOutlook: (context, { params }) => soiling.readOutlook(context.database, params.id),
  setOutlook: (context, { params, body }) => soiling.setOutlook(context, params.id, body),
};
