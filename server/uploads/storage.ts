import type { Connection, Database, Transaction } from '../storage/database.ts';

interface Part {
  uploadId: string;
  personId: string;
  start: number;
  bytes: Buffer;
  at: Date;
}

/** Keeps a part; one that is there already stays as it is. */
export const insertPart = (connection: Connection, part: Part): Promise<unknown> =>
  connection('upload_parts').insert(part).onConflict(['upload_id', 'start']).ignore();

/** Bytes of one's own upload that have arrived from the beginning without a gap. */
export async function receivedOf(connection: Connection, uploadId: string, personId: string): Promise<number> {
  const parts = await connection('upload_parts')
    .where({ uploadId, personId })
    .orderBy('start')
    .select('start', connection.raw('octet_length(bytes) as length'));
  let received = 0;
  for (const { start, length } of parts) {
    if (start > received) break;
    received = Math.max(received, start + length);
  }
  return received;
}

/** Bytes that a person has under way and nothing has been made of yet. */
export async function underWay(connection: Connection, personId: string): Promise<number> {
  const row = await connection('upload_parts')
    .where({ personId })
    .first(connection.raw('coalesce(sum(octet_length(bytes)), 0)::bigint as bytes'));
  return row.bytes;
}

/** The parts of one's own upload, first to last. */
export const partsOf = (
  connection: Connection,
  uploadId: string,
  personId: string,
): Promise<{ start: number; bytes: Buffer }[]> =>
  connection('upload_parts').where({ uploadId, personId }).orderBy('start').select('start', 'bytes');

export const dropParts = (trx: Transaction, uploadId: string): Promise<unknown> =>
  trx('upload_parts').where({ uploadId }).delete();

/** Parts of files that nobody finished. */
export const pruneParts = (database: Database, before: Date): Promise<unknown> =>
  database('upload_parts').where('at', '<', before).delete();
