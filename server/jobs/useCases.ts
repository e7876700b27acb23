import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { jobsEndpoints } from '../../contract/jobs/endpoints.ts';
import { canAsk, type Held, heldBy, openCautions } from '../../core/jobs/cautions.ts';
import { clockGap, happenedAt } from '../../core/jobs/clock.ts';
import { countDone, type FoldedJob, type JobEntry } from '../../core/jobs/progress.ts';
import { THERMAL_LIMIT } from '../../core/schedule/coolWindow.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { findingWords } from '../../words/say.ts';
import type { Context } from '../context.ts';
import { AppError, invalid, notTheirs, outOfOrder } from '../errors.ts';
import { siteAndCustomer } from '../sites/storage.ts';
import type { Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createEachOnce, updateVersioned } from '../storage/writing.ts';
import { keepFitted } from './fitted.ts';
import { type Folding, folding } from './folding.ts';
import { mustHaveMachines } from './kitDrawn.ts';
import { measureJob } from './measured.ts';
import { safetyOfJob } from './read.ts';
import { entriesKnown, findJob, followJob, insertEntries, type JobRow, listJobRows, lockJob } from './storage.ts';

type Endpoints = typeof jobsEndpoints;

export async function listJobs(context: Context, query: QueryOf<Endpoints['listJobs']>) {
  const rows = await listJobRows(context.database, query);
  return page(rows, query.limit, (row) => [row.scheduledFor, row.id]);
}

/** Moves a job to another day, where it is not being worked on and what it needs is free. */
export async function moveJob(
  trx: Transaction,
  context: Context,
  id: string,
  { version, scheduledFor }: { version: number; scheduledFor: string },
): Promise<void> {
  const row = await lockJob(trx, id);
  if (row.state !== 'scheduled' && row.state !== 'paused')
    throw outOfOrder(
      row.state === 'in-hand'
        ? 'A job that is being worked on keeps its day. Stop it first; then it can be moved.'
        : 'This job is over. Book another one instead.',
    );
  const { site } = await siteAndCustomer(trx, row.siteId);
  await mustHaveMachines(trx, scheduledFor, { id, site: site.name, kit: row.content.kit });
  await updateVersioned(trx, context, { table: 'jobs', record: 'job', id, version }, { scheduledFor });
}

/** Calls off jobs that nobody has begun. One that was begun goes on: whoever is on the roof is not overtaken by a desk. */
export async function callOff(trx: Transaction, context: Context, ids: readonly string[]): Promise<void> {
  await hold(trx, 'jobs', ids);
  for (const id of ids) {
    const job = await findJob(trx, id);
    if (job.state === 'cancelled') continue;
    if (job.state !== 'scheduled')
      throw outOfOrder('Somebody has begun this job. It is ended in the field, and not called off.');
    await followJob(trx, context, job, { state: 'cancelled' });
  }
}

/**
 * Adds what happened on a job. Each entry is kept once however often it is sent; the state of the job follows from all
 * of them. Nothing of the batch is kept where one entry cannot be.
 */
export function addEntries(context: Context, jobId: string, body: BodyOf<Endpoints['addEntries']>) {
  return inTransaction(context, async (trx) => {
    const job = await lockJob(trx, jobId);
    if (body.by !== undefined && body.by !== context.person.id) throw notTheirs();
    const known = new Set(await entriesKnown(trx, jobId, namedIn(body.entries)));
    const receivedAt = context.clock();
    const fold = folding(trx, job);
    const timed: (JobEntry & { clockGap: number })[] = [];
    for (const [index, entry] of body.entries.entries()) {
      const clocked = { ...entry, clockGap: clockGap(entry.at, receivedAt, body.sentAt) };
      timed.push(clocked);
      if (known.has(entry.id)) continue;
      await checkEntry(job, known, fold, clocked, `entries.${index}`);
      if (entry.kind === 'step-done' && entry.step === 'safety')
        await mustHaveSheet(trx, context, job, `entries.${index}`);
      if (job.state === 'reported') throw outOfOrder('The report of this job is signed. Amend the report instead.');
      fold.take(clocked);
      known.add(entry.id);
    }
    // Before they are stored: what has to be folded anew is read from there, and counts each once.
    const folded = await fold.now();
    await createEachOnce(
      trx,
      context,
      'job entry',
      body.entries.map((entry) => ({ ...entry, jobId })),
      (fresh) => {
        const byId = new Map(timed.map((entry) => [entry.id, entry]));
        const entries = fresh.flatMap(({ id }) => byId.get(id) ?? []);
        return insertEntries(trx, jobId, entries, { by: context.person.id, receivedAt, device: body.device });
      },
    );
    await followEntries(trx, context, job, folded);
    return { kept: body.entries.map(({ id }) => id) };
  });
}

/** Ids of entries, and of those that they retract. */
const namedIn = (entries: readonly JobEntry[]): string[] =>
  entries.flatMap((entry) => (entry.kind === 'retracted' ? [entry.id, entry.entry] : [entry.id]));

/** What one job can hold. A crew that marks every module of the largest array five times over stays under it. */
const MOST_ENTRIES = 20_000;
const MOST_MARKED = 200_000;

/** Refuses a job that grows beyond what can be folded while somebody waits; nothing of the batch is kept then. */
function refuseTooMuch({ entries, marked }: FoldedJob): void {
  if (entries > MOST_ENTRIES) throw invalid('entries', `would be over ${MOST_ENTRIES} on this job; divide it`);
  if (marked > MOST_MARKED)
    throw invalid('entries', `would mark over ${MOST_MARKED} modules on this job, counting each time; divide the job`);
}

/** Refuses an entry that does not fit the job, naming the field. */
async function checkEntry(
  job: JobRow,
  known: ReadonlySet<string>,
  fold: Folding,
  entry: JobEntry,
  path: string,
): Promise<void> {
  if ('array' in entry) {
    const array = job.content.arrays.find(({ id }) => id === entry.array);
    if (array === undefined) throw invalid(`${path}.array`, 'must be an array of this job');
    if (entry.kind === 'reading') {
      const others = job.content.arrays.filter(({ id }) => id !== entry.array).map(({ id }) => id);
      const wrong = (entry.with ?? []).findIndex((id, at, all) => !others.includes(id) || all.indexOf(id) !== at);
      if (wrong >= 0) throw invalid(`${path}.with.${wrong}`, 'must be another array of this job, once');
    }
    if (entry.kind === 'mark') {
      const holes = new Set(array.missing);
      const wrong = entry.modules.findIndex((module) => module >= array.rows * array.columns || holes.has(module));
      if (wrong >= 0) throw invalid(`${path}.modules.${wrong}`, 'must be a module of this array');
    }
  }
  if (entry.kind === 'retracted' && !known.has(entry.entry)) {
    throw invalid(`${path}.entry`, 'must be an entry of this job');
  }
  if (!('step' in entry)) return;
  const step = job.content.steps.find(({ key }) => key === entry.step);
  if (step === undefined) throw invalid(`${path}.step`, 'must be a step of this job');
  if (entry.kind === 'caution' && !canAsk(step, entry.caution)) {
    throw invalid(`${path}.caution`, 'must be a caution of this step');
  }
  if (entry.kind === 'step-done') {
    const { progress } = await fold.now();
    const open = openCautions(step, progress);
    if (open.length > 0) {
      throw stopped(
        path,
        `Before this step can end, answer: ${open.join(', ')}. Where the answer is no, the step stays stopped.`,
        `has open cautions: ${open.join(', ')}`,
      );
    }
    const held = heldBy(step, progress, happenedAt(entry));
    if (held) throw stopped(path, ...heldWords(held));
  }
}

/** Nobody begins before what the sheet has to say for this work is written down. */
async function mustHaveSheet(trx: Transaction, context: Context, job: JobRow, path: string): Promise<void> {
  const { lacking } = await safetyOfJob(trx, job);
  const missing = lacking.map((one) => findingWords(one, { units: context.person.units, currency: '' })).join(' ');
  if (lacking.length > 0) throw stopped(path, missing, 'cannot end: the safety sheet lacks what this work asks for');
}

const stopped = (path: string, detail: string, message: string): AppError =>
  new AppError('conflict', 'The step is stopped', detail, { issues: [{ path: `${path}.step`, message }] });

function heldWords(held: Held): [string, string] {
  if (held.by === 'drying') return [`It lasts ${held.minutes} minutes, until ${held.until}.`, 'is not over yet'];
  const words = `glass at ${held.glass} °C and water at ${held.water} °C are over ${THERMAL_LIMIT} K apart`;
  return [`On record ${words}. Read both again when they are nearer.`, `cannot end: ${words}`];
}

async function followEntries(trx: Transaction, context: Context, job: JobRow, folded: FoldedJob): Promise<void> {
  if (job.state === 'reported') return;
  refuseTooMuch(folded);
  const { progress } = folded;
  const modulesLeft = job.content.arrays.reduce(
    (sum, array) => sum + countDone(progress.done[array.id], moduleCount(array)).left,
    0,
  );
  const state = progress.finished
    ? 'washed'
    : progress.paused !== null
      ? 'paused'
      : progress.begun
        ? 'in-hand'
        : // What was packed for it does not bring back a job that was called off.
          job.state === 'cancelled'
          ? 'cancelled'
          : 'scheduled';
  await followJob(trx, context, job, { state, modulesLeft, folded, washedAt: progress.washedAt });
  if (progress.finished) {
    await measureJob(trx, job);
    await keepFitted(trx, context, job, progress);
  }
}
