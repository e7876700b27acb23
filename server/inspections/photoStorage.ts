import type { z } from 'zod';
import {
  type MEDIA_TYPES,
  type Photo,
  type PhotoMark,
  photo,
  type photoFields,
} from '../../contract/inspections/endpoints.ts';
import type { Look, PhotoSize } from '../../core/inspections/photoFace.ts';
import { withPerson } from '../people/names.ts';
import { withArray } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';

/** What of them is changed by its version. */
export const PHOTOS = { table: 'photos', record: 'photo' } as const;

/** What is known of a picture without its bytes. */
const COLUMNS = [
  'id',
  'arrayId',
  'inspectionId',
  'jobId',
  'role',
  'module',
  'caption',
  'width',
  'height',
  'takenAt',
  'state',
  'version',
];

export async function photosWhere(connection: Connection, where: Record<string, string[]>): Promise<Photo[]> {
  const rows = connection('photos').select(COLUMNS).whereNull('removedAt').orderBy(['recordedAt', 'id']);
  for (const [column, ids] of Object.entries(where)) rows.whereIn(column, ids);
  return (await withMarks(connection, await rows)).map((row) => photo.parse(row));
}

async function withMarks<T extends { id: string }>(connection: Connection, rows: T[]) {
  const marks = await withPerson(connection('photo_marks'), 'photo_marks.by')
    .whereIn(
      'photo_id',
      rows.map(({ id }) => id),
    )
    .orderBy('photo_marks.at')
    .select('photo_marks.*', 'people.name as by');
  return rows.map((row) => ({ ...row, marks: marks.filter(({ photoId }) => photoId === row.id) }));
}

/** One more than a page of a site's pictures, newest first. */
export async function listPhotoRows(connection: Connection, siteId: string, query: PageQuery) {
  const own = withArray(connection('photos'), 'photos.array_id')
    .where({ siteId })
    .whereNull('photos.removedAt')
    .select([...COLUMNS.map((column) => `photos.${column}`), 'photos.recordedAt']);
  const rows = await newestFirst(own, 'photos.recorded_at', 'photos.id', query);
  return (await withMarks(connection, rows)).map((row) => ({
    ...photo.parse(row),
    recordedAt: String(row.recordedAt),
  }));
}

/** Looks at any face of the site of an array about a moment. */
export const looksAbout = (connection: Connection, siteId: string, from: Date, to: Date): Promise<Look[]> =>
  withArray(connection('inspections'), 'inspections.array_id')
    .where({ siteId })
    .whereBetween('inspected_at', [from, to])
    .select('inspections.array_id as arrayId', 'inspections.id as inspectionId', 'inspected_at as inspectedAt');

export const insertPhotoMark = (
  trx: Transaction,
  row: Omit<PhotoMark, 'at' | 'by'> & { photoId: string; by: string; at: Date },
): Promise<unknown> => trx('photo_marks').insert(row);

type NewPhoto = Omit<z.output<typeof photoFields>, 'byTime' | 'sha256' | 'by' | 'upload' | 'size'> &
  Pick<Photo, 'width' | 'height' | 'takenAt'> & {
    mediaType: (typeof MEDIA_TYPES)[number];
    original: Buffer;
    by: string;
    recordedAt: Date;
  };

export const insertPhoto = (trx: Transaction, row: NewPhoto): Promise<unknown> =>
  trx('photos').insert({ ...row, state: 'waiting' });

/** A picture that stands. */
export const standingPhoto = (
  connection: Connection,
  id: string,
): Promise<(Pick<Photo, 'arrayId' | 'inspectionId' | 'jobId' | 'module'> & { version: number }) | undefined> =>
  connection('photos')
    .where({ id })
    .whereNull('removedAt')
    .first('arrayId', 'inspectionId', 'jobId', 'module', 'version');

/** The picture as it came, and how far its preparing has got. */
export const originalOf = (
  connection: Connection,
  id: string,
): Promise<{ original: Buffer; state: Photo['state'] } | undefined> =>
  connection('photos').where({ id }).first('original', 'state');

/** A picture that has waited since before an instant and that nobody else holds. @param not those that were seen */
export async function lockWaiting(trx: Transaction, before: Date, not: string[]): Promise<string | undefined> {
  const row = await trx('photos')
    .where({ state: 'waiting' })
    .where('recordedAt', '<', before)
    .whereNotIn('id', not)
    .orderBy('recordedAt')
    .forUpdate()
    .skipLocked()
    .first('id');
  return row?.id;
}

/** What became of preparing a picture. One that somebody else has prepared meanwhile stays as they did it. */
export const keepPrepared = (
  connection: Connection,
  id: string,
  result: { upright: Buffer; thumbnail: Buffer; state: 'ready' } | { state: 'failed' },
): Promise<unknown> => connection('photos').where({ id }).whereNot({ state: 'ready' }).update(result);

/** The bytes of a picture in one size; null where they are not made yet. */
export async function bytesOf(connection: Connection, id: string, size: PhotoSize) {
  const row = await connection('photos').where({ id }).whereNull('removedAt').first(size, 'state', 'mediaType');
  return row as ({ state: Photo['state']; mediaType: string } & Record<PhotoSize, Buffer | null>) | undefined;
}

/** Upright pictures by id, for papers. */
export async function uprightOf(connection: Connection, ids: string[]): Promise<Map<string, Buffer>> {
  const rows: { id: string; upright: Buffer }[] = await connection('photos')
    .whereIn('id', ids)
    .whereNotNull('upright')
    .select('id', 'upright');
  return new Map(rows.map(({ id, upright }) => [id, upright]));
}
