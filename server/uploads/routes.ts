import type { uploadsEndpoints } from '../../contract/uploads/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { putPart, readUpload } from './useCases.ts';

export const uploadsHandlers: Pick<Handlers, keyof typeof uploadsEndpoints> = {
  putPart: (context, { params, raw }) => putPart(context, params, raw),
  readUpload: (context, { params }) => readUpload(context, params.id),
};
