import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { Report, ReportContent } from '../../contract/reports/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { prepareCourses } from '../../core/courses/courses.ts';
import { withFewer } from '../../core/courses/setup.ts';
import { type AfterWash, afterWash, nextBestDay } from '../../core/courses/washPays.ts';
import { type FaceOfJob, type MeasuredJob, measuredJob, proofOfFace } from '../../core/jobs/measured.ts';
import { cleanedModules, countDone, type JobProgress, jobProgress } from '../../core/jobs/progress.ts';
import { verbOf } from '../../core/jobs/steps.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { headlineGain } from '../../core/reports/claims.ts';
import { nextVisit } from '../../core/reports/nextVisit.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { dayOfYear } from '../../core/time/dates.ts';
import { readCompany } from '../company/useCases.ts';
import { photosWhere } from '../inspections/photoStorage.ts';
import { lastInspection } from '../inspections/storage.ts';
import { facesOfJob } from '../jobs/measured.ts';
import { entriesOf, findJob, type JobRow } from '../jobs/storage.ts';
import { readPlan } from '../plans/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { findCustomer, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { storedReport } from './storage.ts';

/** A draft follows its job; a signed report stays as it was signed. */
export async function readReport(connection: Connection, id: string): Promise<Report> {
  const found = await storedReport(connection, id);
  const content =
    found.state === 'draft'
      ? await composeReport(connection, found.jobId)
      : await withPicturesReady(connection, found.content);
  return { ...found, content };
}

/**
 * Which pictures stand on a signed report, and what was drawn over them, is frozen. Reports from before pictures had to
 * be ready for a signature learn here that one has been turned upright since.
 */
async function withPicturesReady(connection: Connection, content: ReportContent): Promise<ReportContent> {
  const waiting = content.arrays.flatMap(({ photos }) => photos.filter(({ state }) => state === 'waiting'));
  if (waiting.length === 0) return content;
  const now = new Map((await photosWhere(connection, { id: waiting.map(({ id }) => id) })).map((row) => [row.id, row]));
  const asNow = (photo: Photo): Photo => ({ ...photo, state: now.get(photo.id)?.state ?? photo.state });
  return { ...content, arrays: content.arrays.map((array) => ({ ...array, photos: array.photos.map(asNow) })) };
}

/** The report of a job as its entries, photographs and inspections have it now. */
export async function composeReport(connection: Connection, jobId: string): Promise<ReportContent> {
  const job = await findJob(connection, jobId);
  const site = await readSite(connection, job.siteId);
  const customer = await findCustomer(connection, site.customerId);
  const entries = await entriesOf(connection, jobId);
  const progress = jobProgress(job.content.steps, entries);
  const quote = await readQuote(connection, job.quoteId);
  const plan = await readPlan(connection, quote.planId);
  const faces = await facesOfJob(connection, job, site, plan);
  const measured = measuredJob(job.content.steps, entries, faces);
  const arrays = [];
  for (const array of job.content.arrays) arrays.push(await proofOf(connection, job, array, faces, progress));
  const washedOn = dateOfWash(job, progress, measured, site.zone);
  const next = nextVisit({
    washedOn,
    agreed: quote.choice === 'planned' ? quote.visits : null,
    chosen: plan.output.visitsChosen,
    best: plan.output.visits.best,
    bestDay: bestDayAfter(plan, measured, washedOn),
  });
  return {
    firm: (await readCompany({ database: connection })).name,
    site: site.name,
    customer: customer.name,
    place: site.place,
    washedOn,
    clockGap: entries.reduce((most, { clockGap = 0 }) => (Math.abs(clockGap) > Math.abs(most) ? clockGap : most), 0),
    arrays,
    claim: headlineGain(arrays),
    modules: arrays.reduce((sum, array) => sum + array.modules, 0),
    cleaned: arrays.reduce((sum, array) => sum + array.cleaned, 0),
    water: progress.water.map(({ conductivity, temperature, litres }) => ({
      conductivity,
      temperature,
      litres: litres ?? null,
    })),
    waterLimit: job.content.water.limit,
    notDone: progress.steps.flatMap((state) =>
      state.state === 'cannot'
        ? [
            {
              step: verbOf(state),
              reason: state.reason ?? '',
            },
          ]
        : [],
    ),
    nextDate: next.date,
    nextBecause: next.because,
  };
}

/**
 * The day on which the glass was last worked on, where the site lies; where no module was marked, that on which the last
 * step ended. Entries' times are set right, so it does not lie ahead. Readings and pictures may be of a later day.
 */
function dateOfWash(job: JobRow, progress: JobProgress, { washedAt }: MeasuredJob, zone: string): string {
  const ended = progress.steps.map(({ endedAt }) => endedAt ?? '');
  const last = washedAt ?? ended.sort().at(-1);
  return last ? dateIn(last, zone) : job.scheduledFor;
}

/** Courses on which the day of the next visit is looked for. */
const SEARCHED = 8;

/** For a number of visits a year the day on which the next saves most; undefined where the plan is of an older calculation. */
function bestDayAfter(plan: Plan, { faces }: MeasuredJob, washedOn: string): ((visits: number) => number) | undefined {
  const { arrays, house } = plan.input as unknown as PlanInput;
  const planned = arrays.filter(({ courses }) => courses !== undefined);
  if (planned.length === 0) return undefined;
  const after = planned.map(({ arrayId, courses }): AfterWash => {
    const parts = faces.find(({ id }) => id === arrayId)?.parts ?? [];
    const taken = parts.map(({ way, share }) => ({ effectiveness: house.effectiveness[way], share }));
    const setup = afterWash(withFewer(courses, SEARCHED), taken, dayOfYear(washedOn));
    const next = plan.output.arrays.find((array) => array.arrayId === arrayId)?.effectiveness;
    return { prepared: prepareCourses(setup), effectiveness: next ?? house.effectiveness['fed-pole'] };
  });
  return (visits) => nextBestDay(after, visits);
}

async function proofOf(
  connection: Connection,
  job: JobRow,
  array: SolarArray,
  jobFaces: readonly FaceOfJob[],
  progress: JobProgress,
) {
  const modules = moduleCount(array);
  const marks = countDone(progress.done[array.id], modules);
  const cleaned = cleanedModules(marks);
  const readings = progress.readings.filter((entry) => entry.array === array.id);
  const others = job.content.arrays.filter(({ id }) => readings.at(-1)?.with?.includes(id));
  const faces = [array, ...others];
  const counted = faces.map((face) => {
    const count = moduleCount(face);
    return { count, cleaned: cleanedModules(countDone(progress.done[face.id], count)) };
  });
  const together = {
    names: faces.map(({ name }) => name),
    modules: counted.reduce((sum, { count }) => sum + count, 0),
    cleaned: counted.reduce((sum, face) => sum + face.cleaned, 0),
  };
  const under = progress.readings.find(({ with: others = [] }) => others.includes(array.id));
  const readWith = readings.length === 0 ? job.content.arrays.find(({ id }) => id === under?.array)?.name : undefined;
  const unread = progress.unread.findLast((face) => face.array === array.id);
  const proof = proofOfFace(jobFaces.find(({ id }) => id === array.id) as FaceOfJob, jobFaces, progress);
  const missing = readWith
    ? { code: 'read-together' as const, params: { face: readWith } }
    : unread && proof.comparison === null
      ? { code: 'face-not-read' as const, params: { reason: unread.reason } }
      : proof.missing;
  const inspection = await lastInspection(connection, array.id);
  return {
    arrayId: array.id,
    name: array.name,
    modules,
    cleaned,
    marks,
    ...proof,
    missing,
    together: others.length > 0 ? together : null,
    readWith: readWith ?? null,
    defects: inspection?.defects ?? [],
    photos: await photosWhere(connection, { jobId: [job.id], arrayId: [array.id] }),
  };
}
