import type { Plan } from '../../contract/methods/endpoints.ts';
import type { Quote } from '../../contract/quotes/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { JobEntry } from '../../core/jobs/progress.ts';
import { type FitOnRows, jobSteps, type StepKey } from '../../core/jobs/steps.ts';
import { checksFor } from '../../core/kit/checklists.ts';
import { wantedOf } from '../../core/kit/draw.ts';
import type { KitKind } from '../../core/kit/things.ts';
import { usedRungs } from '../../core/planning/plan.ts';
import { fitted } from '../../core/quotes/fittings.ts';
import { takenOf } from '../../core/quotes/offer.ts';
import type { QuoteAddition } from '../../core/quotes/states.ts';
import { type Access, highest } from '../../core/reach/access.ts';
import { WAY_TRAITS } from '../../core/rules/wayTraits.ts';
import { batchAt, type FaceBatches } from '../../core/schedule/batches.ts';
import { dryWait } from '../../core/schedule/dryWait.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { CLIMATES, climateMonth } from '../../core/weather/index.ts';
import { checklistsNow } from '../kit/checklists.ts';
import { readPlan } from '../plans/storage.ts';
import { safetyFacts } from '../safety/safety.ts';
import { arraysOfSite, readSite, siteAndCustomer } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { timeOn } from '../time/instants.ts';
import { mustHaveMachines } from './kitDrawn.ts';
import { insertJobs, type JobContent } from './storage.ts';

/** A visit that becomes a job: under which id, and on which day. */
export interface BookedVisit {
  jobId: string;
  /** which visit of its quote, from 1 */
  number: number;
  scheduledFor: string;
}

/**
 * Makes jobs of visits of an accepted quote: the steps, the kit and the arrays as they are now.
 * @param told what happened on the first already, where it is brought in: what nobody was asked for then is not asked for
 */
export async function makeJobs(
  trx: Transaction,
  quote: Quote,
  visits: readonly BookedVisit[],
  told: readonly JobEntry[] = [],
): Promise<void> {
  const plan = asTaken(await readPlan(trx, quote.planId), quote.additions);
  // A face that cannot be washed as things stand is not sold, and no crew is sent to it.
  const done = plan.output.arrays.filter(({ stopped }) => stopped === null);
  const planned = new Set(done.map(({ arrayId }) => arrayId));
  const arrays = (await arraysOfSite(trx, quote.siteId)).filter(({ id }) => planned.has(id));
  const modules = arrays.reduce((sum, array) => sum + moduleCount(array), 0);
  const { site } = await siteAndCustomer(trx, quote.siteId);
  const { minutes, minutesOnce } = takenOf(quote, quote.choice ?? 'one', quote.additions);
  const jobs = [];
  for (const [index, { jobId, number, scheduledFor }] of visits.entries()) {
    const own = { told: index === 0 ? told : [], fit: number === 1 ? fitOf(plan) : [] };
    const made = await contentOf(trx, plan, arrays, scheduledFor, own);
    // What is fitted is fitted once, on the first of them.
    const content = number === 1 ? made : withoutFitting(made, plan, arrays);
    if (index === 0) await mustHaveMachines(trx, scheduledFor, { id: jobId, site: site.name, kit: content.kit });
    const { siteId, id: quoteId } = quote;
    const ownMinutes = minutes + (number === 1 ? minutesOnce : 0);
    jobs.push({ id: jobId, siteId, quoteId, scheduledFor, content, modules, minutes: ownMinutes, visit: number });
  }
  await insertJobs(trx, jobs);
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

/** A plan as its offer was taken: with the spotless finish where it was, and without what is fitted where it was not. */
function asTaken(plan: Plan, additions: readonly QuoteAddition[]): Plan {
  const { output } = plan;
  const spotless = additions.includes('spotless') ? output.spotless : null;
  return {
    ...plan,
    finish: spotless ? 'spotless' : plan.finish,
    output: {
      ...output,
      ...(spotless && {
        kit: spotless.kit,
        waterWay: spotless.water.way,
        water: { ...output.water, litres: spotless.water.litres, conductivityLimit: spotless.water.limit },
      }),
      ...(additions.includes('fittings') ? {} : notFitted(spotless?.kit ?? output.kit, output.fittings)),
    },
  };
}

/** What is left of a plan's kit where nothing of it is fitted: a lift that was brought for that stays away as well. */
const notFitted = (kit: Plan['output']['kit'], fittings: Plan['output']['fittings']) => ({
  fittings: null,
  kit: kit.filter(
    ({ key, label }) => label.code !== 'kit-fitting' && !((fittings?.access ?? 0) > 0 && key === 'access'),
  ),
});

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
  return {
    ...content,
    steps: steps.filter(({ key }) => key !== 'fit'),
    kit: notFitted(kit, plan.output.fittings).kit,
    work: safetyFacts({ ...plan, output: { ...plan.output, fittings: null } }, arrays),
  };
}

/** Kinds of kit that a plan takes along, of which some have a checklist. */
const kindsToSetUp = ({ kit, arrays }: Plan['output'], access: readonly Access[]): KitKind[] => [
  ...kit.flatMap(({ label }) => wantedOf(label)?.kinds ?? []),
  ...(access.includes('lift') ? (['lift'] as const) : []),
  ...(arrays.some(({ method }) => method.ways.some((way) => WAY_TRAITS[way].line)) ? (['spray-line'] as const) : []),
];

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
