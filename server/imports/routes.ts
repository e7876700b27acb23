import type { importsEndpoints } from '../../contract/imports/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { askForImport, listImports, showImport } from './useCases.ts';

export const importsHandlers: Pick<Handlers, keyof typeof importsEndpoints> = {
  importSites: (context, { body, files }) => askForImport(context, body, files),
  listImports: (context, { query }) => listImports(context, query),
  readImport: (context, { params }) => showImport(context, params.id),
};
