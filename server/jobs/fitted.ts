import type { JobProgress } from '../../core/jobs/progress.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { noteFitted } from '../sites/fitted.ts';
import { readSite } from '../sites/storage.ts';
import type { Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import type { Writer } from '../storage/writing.ts';
import type { JobRow } from './storage.ts';

/** Notes on the drawings of a job's arrays what its crew has fitted, from the day on which it did: later looks ask about it. */
export async function keepFitted(trx: Transaction, writer: Writer, job: JobRow, progress: JobProgress): Promise<void> {
  const { fit = [] } = job.content.steps.find(({ key }) => key === 'fit') ?? {};
  const { state, endedAt } = progress.steps.find(({ key }) => key === 'fit') ?? {};
  if (fit.length === 0 || state !== 'done' || !endedAt) return;
  const { zone } = await readSite(trx, job.siteId);
  const since = dateIn(endedAt, zone);
  const arrays = fit.map((one) => one.array);
  await hold(trx, 'arrays', arrays);
  for (const array of new Set(arrays)) {
    const putUp = fit.filter((one) => one.array === array).map(({ kind, rows }) => ({ kind, rows: [...rows], since }));
    await noteFitted(trx, writer, array, putUp);
  }
}
