import { randomUUID } from 'node:crypto';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { jobsEndpoints } from '../../contract/jobs/endpoints.ts';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { CleaningMethod } from '../../core/assumptions.ts';
import type { JobEntry } from '../../core/jobs/progress.ts';
import { type FitOnRows, jobSteps, type StepKey } from '../../core/jobs/steps.ts';
import { checksFor } from '../../core/kit/checklists.ts';
import { wantedOf } from '../../core/kit/draw.ts';
import type { KitKind } from '../../core/kit/things.ts';
import { type Access, highest } from '../../core/methods/access.ts';
import { usedRungs } from '../../core/methods/plan.ts';
import { fitted } from '../../core/quotes/fittings.ts';
import { batchAt, type FaceBatches } from '../../core/schedule/batches.ts';
import { dryWait } from '../../core/schedule/dryWait.ts';
import { visitDates } from '../../core/schedule/visitDates.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { CLIMATES, climateMonth } from '../../core/weather/index.ts';
import { insertAgreement, insertVisits } from '../agreements/storage.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { checklistsNow } from '../kit/checklists.ts';
import { safetyFacts } from '../methods/safety.ts';
import { readPlan } from '../methods/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { arraysOfSite, readSite, siteAndCustomer } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { createOnce, trail } from '../storage/writing.ts';
import { timeOn } from '../time/instants.ts';
import { mustHaveMachines } from './kitDrawn.ts';
import { readJob } from './read.ts';
import { insertJobs, type JobContent, jobOfQuote } from './storage.ts';

/**
 * Makes a job of an accepted quote, once: the steps, the kit and the arrays as they are now. An accepted plan of visits
 * becomes an agreement with a dated job for each, the first on the day that is asked for.
 * @param told what happened on it already, where it is brought in: what nobody was asked for then is not asked for
 */
export function scheduleJob(
  context: Context,
  quoteId: string,
  body: BodyOf<(typeof jobsEndpoints)['scheduleJob']>,
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
    const { fittings } = quote;
    const content = await contentOf(trx, plan, arrays, body.scheduledFor, { told, fit: fittings ? fitOf(plan) : [] });
    const modules = arrays.reduce((sum, array) => sum + moduleCount(array), 0);
    const existing = await jobOfQuote(trx, quoteId);
    if (existing && existing.id !== body.id) throw outOfOrder('A job has been made of this quote already.');
    await createOnce(trx, context, 'job', { ...body, quoteId }, async () => {
      const { site } = await siteAndCustomer(trx, quote.siteId);
      await mustHaveMachines(trx, body.scheduledFor, { id: body.id, site: site.name, kit: content.kit });
      const visits = quote.choice === 'planned' ? quote.visits : 1;
      const dates = visitDates(body.scheduledFor, visits, plan.output.visits.options[visits]?.days ?? []);
      const { minutes } = (quote.choice === 'planned' && quote.planned) || quote.one;
      // What is fitted is fitted once, on the first of them.
      const later = withoutFitting(content, plan, arrays);
      const jobs = dates.map((scheduledFor, index) => ({
        id: index === 0 ? body.id : randomUUID(),
        siteId: quote.siteId,
        quoteId,
        scheduledFor,
        content: index === 0 ? content : later,
        modules,
        minutes: index === 0 ? minutes + (fittings?.minutes ?? 0) : minutes,
        visit: index + 1,
      }));
      await insertJobs(trx, jobs);
      if (jobs.length > 1) await agree(trx, context, quote, jobs);
    });
    return readJob(trx, body.id);
  });
}

/** What a job is meant to be on the day it is booked: its steps, its kit, its water and the arrays as they are now. */
async function contentOf(
  trx: Transaction,
  plan: Plan,
  arrays: SolarArray[],
  date: string,
  { told, fit }: { told: readonly JobEntry[]; fit: readonly FitOnRows[] },
): Promise<JobContent> {
  const done = plan.output.arrays.filter(({ stopped }) => stopped === null);
  const rungs = usedRungs(done);
  const access = done.map(({ method }) => method.access.choose);
  const day = await dayOf(trx, plan.siteId, date);
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
    dryMinutes: dryMinutesOn(day, arrays),
    batches: batchesOn(day, arrays, plan),
    fit: asks('fit') ? fit : [],
    fitByLift: (plan.output.fittings?.access ?? 0) > 0,
  });
  return {
    steps,
    kit: plan.output.kit,
    water: {
      limit: plan.output.water.conductivityLimit,
      litres: plan.output.water.litres,
      way: plan.output.waterWay,
    },
    arrays,
    work: safetyFacts(plan, arrays),
  };
}

/** What of a plan is fitted on which rows, without what it costs. */
const fitOf = ({ output }: Plan): FitOnRows[] =>
  output.fittings === null
    ? []
    : fitted(output.fittings).map(({ arrayId, kind, stands, rows, control, quantity, unit }) => ({
        array: arrayId,
        kind,
        stands,
        rows,
        control,
        quantity,
        unit,
      }));

/** A later visit of a plan: what was fitted on the first is neither fitted nor taken along again, nor a lift that was brought for it. */
function withoutFitting({ steps, kit, ...content }: JobContent, plan: Plan, arrays: SolarArray[]): JobContent {
  const lift = (plan.output.fittings?.access ?? 0) > 0;
  return {
    ...content,
    steps: steps.filter(({ key }) => key !== 'fit'),
    kit: kit.filter(({ key, label }) => label.code !== 'kit-fitting' && !(lift && key === 'access')),
    work: safetyFacts({ ...plan, output: { ...plan.output, fittings: null } }, arrays),
  };
}

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
/** Hours for which the crew is told how many modules to wet at once. */
const BATCH_HOURS = [7, 10, 13];

/** The site of a job and the weather of the month in which it is. */
async function dayOf(connection: Connection, siteId: string, date: string) {
  const site = await readSite(connection, siteId);
  const climate = CLIMATES[site.climate];
  const of = (values: readonly number[]) => climateMonth(values, Number(date.slice(5, 7)) - 1, site.latitude);
  return {
    place: { ...site, linkeTurbidity: climate.linkeTurbidity },
    weather: {
      tempAir: of(climate.tempAir),
      relativeHumidity: of(climate.humidity),
      windSpeed: of(climate.windSpeed),
    },
    at: (clock: string) => timeOn(date, clock, site.zone),
  };
}
type DayOfJob = Awaited<ReturnType<typeof dayOf>>;

const surfaceOf = ({ tilt, azimuth }: SolarArray) => ({ surfaceTilt: tilt, surfaceAzimuth: azimuth });

/** How long the crew waits for dry glass, minutes: the longest of all faces. */
const dryMinutesOn = ({ place, weather, at }: DayOfJob, arrays: readonly SolarArray[]): number =>
  Math.max(...arrays.map((array) => dryWait({ place, surface: surfaceOf(array), time: at(USUAL_END), weather })));

/** How many modules are wetted at once on each face through the day. */
const batchesOn = ({ place, weather, at }: DayOfJob, arrays: readonly SolarArray[], plan: Plan): FaceBatches[] =>
  arrays.flatMap((array) => {
    const method = plan.output.arrays.find(({ arrayId }) => arrayId === array.id)?.method;
    if (method === undefined) return [];
    const { minutesPerModule } = method;
    const batches = BATCH_HOURS.map((hour) => {
      const time = at(`${String(hour).padStart(2, '0')}:00`);
      return { hour, modules: batchAt({ place, surface: surfaceOf(array), time, weather, minutesPerModule }) };
    });
    return [{ array: array.id, batches }];
  });
