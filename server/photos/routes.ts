import type { Handlers } from '../handlers.ts';
import { addPhoto, changePhoto, listPhotos, markPhoto, readPhoto, removePhoto } from './photos.ts';

export const photosHandlers: Pick<
  Handlers,
  'addPhoto' | 'listPhotos' | 'changePhoto' | 'removePhoto' | 'markPhoto' | 'readPhoto'
> = {
  addPhoto: (context, { body, files }) => addPhoto(context, body, files[0]),
  listPhotos: (context, { params, query }) => listPhotos(context, params.id, query),
  changePhoto: (context, { params, body }) => changePhoto(context, params.id, body),
  removePhoto: (context, { params, body }) => removePhoto(context, params.id, body),
  markPhoto: (context, { params, body }) => markPhoto(context, params.id, body),
  readPhoto: (context, { params }) => readPhoto(context, params.id, params.size),
};
