import { createHash } from 'node:crypto';
import type { PaperCause } from '../../contract/documents/papers.ts';
import type { Context, Services } from '../context.ts';
import type { Transaction } from '../storage/database.ts';
import { trail, type Writer } from '../storage/writing.ts';
import { type PaperFile, pdf } from './files.ts';
import { insertPaper, newestPaper, type PaperRecord } from './paperStorage.ts';
import type { Paper } from './render.ts';

export interface Draughtsman extends Writer {
  workers: Services['workers'];
}

/** What a paper is drawn from, and what is kept of that beside it. */
export interface Composed {
  input: unknown;
  paper: Paper;
  /** of its file */
  name: string;
}

/**
 * Makes the paper of a record as it goes out, in the transaction that sends or signs it, and keeps it: its bytes, all that
 * it was made from, and its sum in the trail. What changes afterwards changes nothing in it.
 */
export async function keepPaper(
  trx: Transaction,
  writer: Draughtsman,
  { record, id, because }: { record: PaperRecord; id: string; because: PaperCause },
  { input, paper, name }: Composed,
): Promise<void> {
  const bytes = Buffer.from(await writer.workers.run('renderPaper', paper));
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await insertPaper(trx, record, id, { because, name, bytes, sha256, input, madeAt: writer.clock() });
  await trail(trx, writer, { record, id, action: 'paper', change: { because, name, sha256, bytes: bytes.length } });
}

/** The paper as it went out last; what has not gone out yet, as it stands. */
export async function paperFile(
  { database, workers }: Pick<Context, 'database' | 'workers'>,
  { record, id }: { record: PaperRecord; id: string },
  compose: () => Promise<Composed>,
): Promise<PaperFile> {
  const kept = await newestPaper(database, record, id);
  if (kept) return pdf(kept.bytes, kept.name);
  const { paper, name } = await compose();
  return pdf(await workers.run('renderPaper', paper), name);
}
