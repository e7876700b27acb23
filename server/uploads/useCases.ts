import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import type { Context } from '../context.ts';
import { AppError, invalid } from '../errors.ts';
import type { Connection } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { inTransaction } from '../storage/transactions.ts';
import { insertPart, partsOf, pruneParts, receivedOf, underWay } from './storage.ts';

/** What one person may have under way, bytes: a day's pictures of a crew without a signal. */
const MOST_UNDER_WAY = 400 * 1024 * 1024;
const KEPT_FOR = 3 * MILLISECONDS_PER_DAY;

/**
 * Keeps a part of a file. It may come in any order and more than once; after a lost signal the rest is sent, not all of it.
 * @returns how much has arrived without a gap
 */
export async function putPart(context: Context, { id, start }: { id: string; start: number }, bytes: Buffer) {
  const { database, person, clock } = context;
  if (bytes.length === 0) throw invalid('body', 'is empty; send bytes of the file');
  await inTransaction(context, async (trx) => {
    // What one person has under way is counted one part after another.
    await hold(trx, 'uploads', [person.id]);
    if ((await underWay(trx, person.id)) + bytes.length > MOST_UNDER_WAY) throw tooMuchUnderWay();
    await insertPart(trx, { uploadId: id, personId: person.id, start, bytes, at: clock() });
  });
  return { received: await receivedOf(database, id, person.id) };
}

const tooMuchUnderWay = (): AppError =>
  new AppError('unavailable', 'Too much under way', 'Wait until the pictures that were sent before have been saved.', {
    retryAfter: 60,
  });

export const readUpload = async ({ database, person }: Context, id: string) => ({
  received: await receivedOf(database, id, person.id),
});

/** A file that came in parts, whole. @throws where a part of it is missing */
export async function fileOf(connection: Connection, id: string, personId: string, size: number): Promise<Buffer> {
  const parts = await partsOf(connection, id, personId);
  const whole = Buffer.alloc(size);
  let reached = 0;
  for (const { start, bytes } of parts) {
    if (start > reached || start + bytes.length > size) break;
    bytes.copy(whole, start);
    reached = Math.max(reached, start + bytes.length);
  }
  if (reached !== size) throw invalid('upload', `has arrived as far as byte ${reached} of ${size}; send the rest`);
  return whole;
}

export const pruneUploads = ({ database, clock }: Pick<Context, 'database' | 'clock'>): Promise<unknown> =>
  pruneParts(database, new Date(clock().getTime() - KEPT_FOR));
