import { createHash } from 'node:crypto';
import type { PaperCause } from '../../contract/documents/papers.ts';
import { DEFAULT_UNITS, type Units } from '../../core/units/quantities.ts';
import type { Services } from '../context.ts';
import type { Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { trail, type Writer } from '../storage/writing.ts';
import { composeQuotePaper, composeReportPaper, withPictures } from './compose.ts';
import { insertPaper, lockPaper, newestPaper, type PaperRecord, recordsWithoutPaper } from './paperStorage.ts';
import type { Paper } from './render.ts';

export interface Draughtsman extends Writer {
  workers: Services['workers'];
}

/** What a paper is drawn from, and what is kept of that beside it. */
interface Composed {
  input: unknown;
  paper: Paper;
  /** of its file */
  name: string;
}

/** How the paper of each kind of record is put together. */
const COMPOSED: Record<PaperRecord, (trx: Transaction, id: string, units: Units) => Promise<Composed>> = {
  quote: async (trx, id, units) => {
    const paper = await composeQuotePaper(trx, id, units);
    const { number, revision } = paper.quote;
    return { input: paper, paper: { kind: 'quote', paper }, name: `quote-${number}.${revision}.pdf` };
  },
  report: async (trx, id, units) => {
    const paper = await composeReportPaper(trx, id, units);
    const name = `report-${paper.report.content.washedOn}.pdf`;
    return { input: paper, paper: { kind: 'report', paper: await withPictures(trx, paper) }, name };
  },
};

/**
 * Makes the paper of a quote or a report as it goes out, in the transaction that sends or signs it, and keeps it: its
 * bytes, all that it was made from, and its sum in the trail. What changes afterwards changes nothing in it.
 */
export async function keepPaper(
  trx: Transaction,
  writer: Draughtsman,
  of: { record: PaperRecord; id: string; because: PaperCause; units: Units },
): Promise<void> {
  const { record, id, because, units } = of;
  const { input, paper, name } = await COMPOSED[record](trx, id, units);
  const bytes = Buffer.from(await writer.workers.run('renderPaper', paper));
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await insertPaper(trx, record, id, { because, name, bytes, sha256, input, madeAt: writer.clock() });
  await trail(trx, writer, { record, id, action: 'paper', change: { because, name, sha256, bytes: bytes.length } });
}

/**
 * Papers that went out before they were kept are made from what stands now, once, and do not change from then on. One that
 * cannot be made is told of and holds up no other.
 * @param signal ends it after the one that is being made
 */
export async function keepMissingPapers(
  { database, workers, clock }: Pick<Services, 'database' | 'workers' | 'clock'>,
  onError: (error: unknown) => void,
  signal?: AbortSignal,
): Promise<void> {
  const writer = { workers, clock, person: null, requestId: 'upgrade' };
  const failed = new Set<string>();
  for (;;) {
    const found = await recordsWithoutPaper(database, AT_A_TIME + failed.size);
    const missing = found.filter(({ id }) => !failed.has(id));
    if (missing.length === 0) return;
    for (const { record, id } of missing) {
      if (signal?.aborted) return;
      try {
        await inTransaction({ database }, async (trx) => {
          await lockPaper(trx, id);
          if (await newestPaper(trx, record, id)) return;
          await keepPaper(trx, writer, { record, id, because: 'upgrade', units: DEFAULT_UNITS });
        });
      } catch (error) {
        failed.add(id);
        onError(error);
      }
    }
  }
}

const AT_A_TIME = 20;
