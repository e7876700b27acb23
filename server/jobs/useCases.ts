import { randomUUID } from 'node:crypto';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { jobsEndpoints } from '../../contract/jobs/endpoints.ts';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { CleaningMethod } from '../../core/assumptions.ts';
import { canAsk, type Held, heldBy, openCautions } from '../../core/jobs/cautions.ts';
import { clockGap, happenedAt } from '../../core/jobs/clock.ts';
import { countDone, type FoldedJob, type JobEntry } from '../../core/jobs/progress.ts';
import { OPEN_JOBS } from '../../core/jobs/states.ts';
import { jobSteps, type StepKey } from '../../core/jobs/steps.ts';
import { checksFor } from '../../core/kit/checklists.ts';
import { wantedOf } from '../../core/kit/draw.ts';
import type { KitKind } from '../../core/kit/things.ts';
import { type Access, highest } from '../../core/methods/access.ts';
import { usedRungs } from '../../core/methods/plan.ts';
import { THERMAL_LIMIT } from '../../core/schedule/coolWindow.ts';
import { dryWait } from '../../core/schedule/dryWait.ts';
import { visitDates } from '../../core/schedule/visitDates.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { CLIMATES, climateMonth } from '../../core/weather/index.ts';
import { findingWords } from '../../words/say.ts';
import { insertAgreement, insertVisits } from '../agreements/storage.ts';
import type { Context } from '../context.ts';
import { AppError, invalid, notTheirs, outOfOrder } from '../errors.ts';
import { photosWhere } from '../inspections/photoStorage.ts';
import { checklistsNow, picturesOf } from '../kit/checklists.ts';
import { safetyOf } from '../methods/safety.ts';
import { readPlan } from '../methods/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { arraysOfSite, readSite, siteAndCustomer } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { page } from '../storage/paging.ts';
import { createEachOnce, createOnce, trail, updateVersioned } from '../storage/writing.ts';
import { timeOn } from '../time/instants.ts';
import { type Folding, folding } from './folding.ts';
import { drawnOn, mustHaveMachines } from './kitDrawn.ts';
import { measureJob } from './measured.ts';
import {
  entriesKnown,
  entriesOf,
  findJob,
  followJob,
  insertEntries,
  insertJobs,
  type JobContent,
  type JobRow,
  jobOfQuote,
  listJobRows,
  lockJob,
} from './storage.ts';

type Endpoints = typeof jobsEndpoints;

export async function readJob(connection: Connection, id: string) {
  const row = await findJob(connection, id);
  const { site, customer } = await siteAndCustomer(connection, row.siteId);
  const entries = await entriesOf(connection, id);
  const photos = await photosWhere(connection, { jobId: [id] });
  const drawn = OPEN_JOBS.includes(row.state) ? await drawnOn(connection, row.scheduledFor) : new Map();
  const {
    modules: _modules,
    modulesLeft: _left,
    minutes: _minutes,
    measured: _measured,
    folded: _folded,
    washedAt: _washedAt,
    calculationVersion: _version,
    content,
    ...rest
  } = row;
  return {
    ...rest,
    ...content,
    site,
    customer,
    entries,
    photos,
    drawn: [...(drawn.get(id) ?? [])],
    safety: await safetyOf(connection, row.siteId, await planOfJob(connection, row)),
    checkPictures: await picturesOf(connection, content.steps),
  };
}

/**
 * Makes a job of an accepted quote, once: the steps, the kit and the arrays as they are now. An accepted plan of visits
 * becomes an agreement with a dated job for each, the first on the day that is asked for.
 * @param told what happened on it already, where it is brought in: what nobody was asked for then is not asked for
 */
export function scheduleJob(
  context: Context,
  quoteId: string,
  body: BodyOf<Endpoints['scheduleJob']>,
  told: readonly JobEntry[] = [],
) {
  return context.database.transaction(async (trx) => {
    const quote = await readQuote(trx, quoteId);
    if (quote.state !== 'accepted') throw outOfOrder('Only an accepted quote becomes a job.');
    const plan = await readPlan(trx, quote.planId);
    // A face that cannot be washed as things stand is not sold, and no crew is sent to it.
    const done = plan.output.arrays.filter(({ stopped }) => stopped === null);
    const planned = new Set(done.map(({ arrayId }) => arrayId));
    const arrays = (await arraysOfSite(trx, quote.siteId)).filter(({ id }) => planned.has(id));
    const rungs = usedRungs(done);
    const access = done.map(({ method }) => method.access.choose);
    const lists = await checklistsNow(trx);
    const kinds = kindsToSetUp(plan.output, access);
    const begun = told.some((entry) => 'step' in entry);
    const asks = (step: StepKey) => !begun || told.some((entry) => 'step' in entry && entry.step === step);
    const steps = jobSteps({
      safety: asks('safety'),
      tools: !begun || told.some((entry) => entry.kind === 'caution' && entry.caution === 'bristles'),
      setUp: asks('assemble') ? checksFor(lists, 'set-up', kinds) : [],
      takeDown: asks('take-down') ? checksFor(lists, 'take-down', kinds) : [],
      access: highest(access),
      escalates: rungs.some((rung) => rung !== 'water' && rung !== 'soak'),
      rungs,
      isolate: plan.output.isolate,
      dryMinutes: await dryMinutesOf(trx, quote.siteId, arrays, body.scheduledFor),
    });
    const content: JobContent = {
      steps,
      kit: plan.output.kit,
      water: {
        limit: plan.output.water.conductivityLimit,
        litres: plan.output.water.litres,
        way: plan.output.waterWay,
      },
      arrays,
    };
    const modules = arrays.reduce((sum, array) => sum + moduleCount(array), 0);
    const existing = await jobOfQuote(trx, quoteId);
    if (existing && existing.id !== body.id) throw outOfOrder('A job has been made of this quote already.');
    await createOnce(trx, context, 'job', { ...body, quoteId }, async () => {
      const { site } = await siteAndCustomer(trx, quote.siteId);
      await mustHaveMachines(trx, body.scheduledFor, { id: body.id, site: site.name, kit: content.kit });
      const visits = quote.choice === 'planned' ? quote.visits : 1;
      const dates = visitDates(body.scheduledFor, visits, plan.output.visits.options[visits]?.days ?? []);
      const { minutes } = (quote.choice === 'planned' && quote.planned) || quote.one;
      const jobs = dates.map((scheduledFor, index) => ({
        id: index === 0 ? body.id : randomUUID(),
        siteId: quote.siteId,
        quoteId,
        scheduledFor,
        content,
        modules,
        minutes,
        visit: index + 1,
      }));
      await insertJobs(trx, jobs);
      if (jobs.length > 1) await agree(trx, context, quote, jobs);
    });
    return readJob(trx, body.id);
  });
}

const planOfJob = async (connection: Connection, { quoteId }: Pick<JobRow, 'quoteId'>): Promise<Plan> =>
  readPlan(connection, (await readQuote(connection, quoteId)).planId);

/** Kinds of kit that a plan takes along, of which some have a checklist. */
const kindsToSetUp = ({ kit, arrays }: Plan['output'], access: readonly Access[]): KitKind[] => [
  ...kit.flatMap(({ label }) => wantedOf(label)?.kinds ?? []),
  ...(access.includes('lift') ? (['lift'] as const) : []),
  ...(arrays.some(({ method }) => method.ways.some((way) => LINES.includes(way))) ? (['spray-line'] as const) : []),
];
const LINES: readonly CleaningMethod[] = ['spray-line', 'spray-line-wiped'];

/** Keeps a plan of visits as agreed: when each falls due, and which job it is done as. */
async function agree(
  trx: Transaction,
  context: Context,
  quote: { id: string; siteId: string },
  jobs: { id: string; scheduledFor: string; visit: number }[],
): Promise<void> {
  const id = randomUUID();
  const due = jobs.map(({ scheduledFor }) => scheduledFor);
  const begins = due[0] ?? '';
  const row = { id, siteId: quote.siteId, quoteId: quote.id, visits: jobs.length, begins, madeAt: context.clock() };
  await insertAgreement(trx, row);
  await insertVisits(
    trx,
    jobs.map((job) => ({ agreementId: id, number: job.visit, due: job.scheduledFor, jobId: job.id })),
  );
  await trail(trx, context, { record: 'agreement', id, action: 'create', change: { quoteId: quote.id, due } });
}

/** Hour of the day at which most washes end, by the clock of the site. */
const USUAL_END = '10:00';

/** How long the crew waits for dry glass, minutes: the longest of all faces, in the weather of the month. */
async function dryMinutesOf(
  connection: Connection,
  siteId: string,
  arrays: SolarArray[],
  date: string,
): Promise<number> {
  const site = await readSite(connection, siteId);
  const climate = CLIMATES[site.climate];
  const of = (values: readonly number[]) => climateMonth(values, Number(date.slice(5, 7)) - 1, site.latitude);
  const weather = {
    tempAir: of(climate.tempAir),
    relativeHumidity: of(climate.humidity),
    windSpeed: of(climate.windSpeed),
  };
  const place = { ...site, linkeTurbidity: climate.linkeTurbidity };
  const time = timeOn(date, USUAL_END, site.zone);
  return Math.max(
    ...arrays.map(({ tilt, azimuth }) =>
      dryWait({ place, surface: { surfaceTilt: tilt, surfaceAzimuth: azimuth }, time, weather }),
    ),
  );
}

export async function listJobs(context: Context, query: QueryOf<Endpoints['listJobs']>) {
  const rows = await listJobRows(context.database, query);
  return page(rows, query.limit, (row) => [row.scheduledFor, row.id]);
}

export function moveJob(context: Context, id: string, body: BodyOf<Endpoints['moveJob']>) {
  return context.database.transaction(async (trx) => {
    const row = await findJob(trx, id);
    if (row.state !== 'scheduled' && row.state !== 'paused')
      throw outOfOrder('A job that is being worked on keeps its day. Stop it first; then it can be moved.');
    const { site } = await siteAndCustomer(trx, row.siteId);
    await mustHaveMachines(trx, body.scheduledFor, { id, site: site.name, kit: row.content.kit });
    await updateVersioned(
      trx,
      context,
      { table: 'jobs', record: 'job', id, version: body.version },
      { scheduledFor: body.scheduledFor },
    );
    return readJob(trx, id);
  });
}

/**
 * Adds what happened on a job. Each entry is kept once however often it is sent; the state of the job follows from all
 * of them. Nothing of the batch is kept where one entry cannot be.
 */
export function addEntries(context: Context, jobId: string, body: BodyOf<Endpoints['addEntries']>) {
  return context.database.transaction(async (trx) => {
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

/** Ids of entries, and of those that they strike out. */
const namedIn = (entries: readonly JobEntry[]): string[] =>
  entries.flatMap((entry) => (entry.kind === 'struck' ? [entry.id, entry.entry] : [entry.id]));

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
  if (entry.kind === 'struck' && !known.has(entry.entry)) {
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
  const { lacking } = await safetyOf(trx, job.siteId, await planOfJob(trx, job));
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
        : 'scheduled';
  await followJob(trx, context, job, { state, modulesLeft, folded, washedAt: progress.washedAt });
  if (progress.finished) await measureJob(trx, job);
}
