import type { sitesEndpoints } from '../../contract/sites/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { readSpread } from '../spine/spread.ts';
import * as sites from './useCases.ts';

export const sitesHandlers: Pick<Handlers, keyof typeof sitesEndpoints> = {
  listSites: (context, { query }) => sites.listSites(context, query),
  createSite: (context, { body }) => sites.createSite(context, body),
  readSite: (context, { params }) => readSpread(context, context.database, params.id),
  changeSite: (context, { params, body }) => sites.changeSite(context, params.id, body),
  createArray: (context, { params, body }) => sites.createArray(context, params.id, body),
  changeArray: (context, { params, body }) => sites.changeArray(context, params.id, body),
  exportSite: (context, { params }) => sites.exportSite(context, params.id),
};
