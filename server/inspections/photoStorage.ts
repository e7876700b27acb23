import type { z } from 'zod';
import { type Photo, photo, type photoFields } from '../../contract/inspections/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';

/** What is known of a picture without its bytes. */
const COLUMNS = ['id', 'arrayId', 'inspectionId', 'jobId', 'role', 'caption', 'width', 'height', 'takenAt', 'state'];

export async function photosWhere(connection: Connection, where: Record<string, string[]>): Promise<Photo[]> {
  const rows = connection('photos').select(COLUMNS).orderBy(['recordedAt', 'id']);
  for (const [column, ids] of Object.entries(where)) rows.whereIn(column, ids);
  return (await rows).map((row) => photo.parse(row));
}

type NewPhoto = z.output<typeof photoFields> &
  Pick<Photo, 'width' | 'height' | 'takenAt'> & { mediaType: string; original: Buffer; by: string; recordedAt: Date };

export const insertPhoto = (trx: Transaction, row: NewPhoto): Promise<unknown> =>
  trx('photos').insert({ ...row, state: 'waiting' });

/** The picture as it came, and how far its preparing has got. */
export const originalOf = (
  connection: Connection,
  id: string,
): Promise<{ original: Buffer; state: Photo['state'] } | undefined> =>
  connection('photos').where({ id }).first('original', 'state');

/** What became of preparing a picture. */
export const keepPrepared = (
  connection: Connection,
  id: string,
  result: { upright: Buffer; thumbnail: Buffer; state: 'ready' } | { state: 'failed' },
): Promise<unknown> => connection('photos').where({ id }).update(result);

export type PhotoSize = 'thumbnail' | 'upright' | 'original';

/** The bytes of a picture in one size; null where they are not made yet. */
export async function bytesOf(connection: Connection, id: string, size: PhotoSize) {
  const row = await connection('photos').where({ id }).first(size, 'state', 'mediaType');
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
