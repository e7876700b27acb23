import type { sitesEndpoints } from '../../contract/sites/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as sites from '../sites/useCases.ts';
import { readSpread } from './spread.ts';
import * as spine from './useCases.ts';

export const sitesHandlers: Pick<Handlers, keyof typeof sitesEndpoints> = {
  listSites: (context, { query }) => spine.listSites(context, query),
  createSite: (context, { body }) => spine.createSite(context, body),
  readSite: (context, { params }) => readSpread(context, context.database, params.id),
  changeSite: (context, { params, body }) => spine.changeSite(context, params.id, body),
  createArray: (context, { params, body }) => sites.createArray(context, params.id, body),
  changeArray: (context, { params, body }) => sites.changeArray(context, params.id, body),
  exportSite: (context, { params }) => spine.exportSite(context, params.id),
};
