import type { BodyOf } from '../../contract/endpoint.ts';
import type { Report, ReportContent, reportsEndpoints } from '../../contract/reports/endpoints.ts';
import { moduleCount, type Site, type SolarArray } from '../../contract/sites/endpoints.ts';
import { proveCleaning } from '../../core/comparisons/proof.ts';
import { cleanedModules, countMarks, type JobProgress, jobProgress } from '../../core/jobs/progress.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { photosWhere } from '../inspections/photoStorage.ts';
import { lastInspection } from '../inspections/storage.ts';
import { addAmendment } from '../inspections/useCases.ts';
import { entriesOf, followJob, type JobRow, lockJob } from '../jobs/storage.ts';
import { readPlan } from '../methods/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { findCustomer } from '../sites/storage.ts';
import { addDays, dateIn } from '../soiling/calendar.ts';
import type { Connection } from '../storage/database.ts';
import { createOnce, mustFind, updateVersioned } from '../storage/writing.ts';
import { contentColumn, insertReport, reportOfJob, storedReport } from './storage.ts';

type Endpoints = typeof reportsEndpoints;

/** A draft follows its job; a signed report stays as it was signed. */
export async function readReport(connection: Connection, id: string): Promise<Report> {
  const found = await storedReport(connection, id);
  return {
    ...found,
    content:
      found.state === 'draft'
        ? await composeReport(connection, found.jobId)
        : await withReadyPhotos(connection, found.content),
  };
}

/** Which pictures stand on a signed report is frozen; whether one has been turned upright by now is not. */
async function withReadyPhotos(connection: Connection, content: ReportContent): Promise<ReportContent> {
  const arrays = [];
  for (const array of content.arrays) {
    arrays.push({ ...array, photos: await photosWhere(connection, { id: array.photos.map(({ id }) => id) }) });
  }
  return { ...content, arrays };
}

export function draftReport(context: Context, jobId: string, body: BodyOf<Endpoints['draftReport']>): Promise<Report> {
  return context.database.transaction(async (trx) => {
    const job = await mustFind<JobRow>(trx, 'jobs', jobId, 'job');
    if (job.state !== 'washed')
      throw outOfOrder('The wash is not finished. Every step is done or marked as not possible first.');
    const existing = await reportOfJob(trx, jobId);
    if (existing && existing.id !== body.id) throw outOfOrder('This job has its report already.');
    const content = await composeReport(trx, jobId);
    await createOnce(trx, context, 'report', { ...body, jobId }, () =>
      insertReport(trx, {
        id: body.id,
        jobId,
        siteId: job.siteId,
        calculationVersion: CALCULATION_VERSION,
        content,
        createdAt: context.clock(),
        by: context.person.id,
      }),
    );
    return readReport(trx, body.id);
  });
}

export function signReport(context: Context, id: string, body: BodyOf<Endpoints['signReport']>): Promise<Report> {
  return context.database.transaction(async (trx) => {
    const found = await storedReport(trx, id);
    if (found.state === 'signed') throw outOfOrder('This report is signed. Add an amendment instead.');
    await lockJob(trx, found.jobId);
    const content = await composeReport(trx, found.jobId);
    await updateVersioned(
      trx,
      context,
      { table: 'reports', record: 'report', id, version: body.version },
      {
        state: 'signed',
        signedBy: body.name,
        signedAt: context.clock(),
        ...contentColumn(content),
        calculationVersion: CALCULATION_VERSION,
      },
    );
    await followJob(trx, found.jobId, { state: 'reported' });
    return readReport(trx, id);
  });
}

export function amendReport(context: Context, id: string, body: BodyOf<Endpoints['amendReport']>): Promise<Report> {
  return context.database.transaction(async (trx) => {
    const found = await storedReport(trx, id);
    if (found.state !== 'signed') throw outOfOrder('A draft follows the job by itself; sign it first, then amend.');
    await addAmendment(context, trx, 'report', id, body);
    return readReport(trx, id);
  });
}

/** The report of a job as its entries, photographs and inspections have it now. */
async function composeReport(connection: Connection, jobId: string): Promise<ReportContent> {
  const job = await mustFind<JobRow>(connection, 'jobs', jobId, 'job');
  const site = await mustFind<Site>(connection, 'sites', job.siteId, 'site');
  const customer = await findCustomer(connection, site.customerId);
  const entries = await entriesOf(connection, jobId);
  const progress = jobProgress(job.content.steps, entries);
  const quote = await readQuote(connection, job.quoteId);
  const plan = await readPlan(connection, quote.planId);
  const arrays = [];
  for (const array of job.content.arrays) arrays.push(await proofOf(connection, job, site, array, progress));
  const lastDone = progress.steps
    .map(({ endedAt }) => endedAt ?? '')
    .sort()
    .at(-1);
  const washedOn = lastDone ? dateIn(lastDone, site.zone) : job.scheduledFor;
  const visits = plan.output.visitsChosen;
  return {
    site: site.name,
    customer: customer.name,
    place: site.place,
    washedOn,
    arrays,
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
              step: job.content.steps.find(({ key }) => key === state.key)?.verb ?? state.key,
              reason: state.reason ?? '',
            },
          ]
        : [],
    ),
    nextDate: visits > 0 ? addDays(washedOn, Math.round(365 / visits)) : null,
    nextBecause:
      visits > 0
        ? `The plan found ${visits === 1 ? 'one visit' : `${visits} visits`} a year best. Look first; wash if it is dirty.`
        : 'On these figures no visit pays in energy. Look again when something changes: birds, building work, a drop in production.',
  };
}

async function proofOf(connection: Connection, job: JobRow, site: Site, array: SolarArray, progress: JobProgress) {
  const modules = moduleCount(array);
  const marks = countMarks(progress.marks[array.id], modules);
  const cleaned = cleanedModules(marks);
  const limit = acLimit(array, site.ownUse);
  const proof = proveCleaning({
    readings: progress.readings.filter((entry) => entry.array === array.id),
    pdc0: modules * array.moduleWatts,
    gammaPdc: array.gammaPdc,
    limit: limit ?? null,
    shareCleaned: modules > 0 ? cleaned / modules : 0,
  });
  const inspection = await lastInspection(connection, array.id);
  return {
    arrayId: array.id,
    name: array.name,
    modules,
    cleaned,
    marks,
    ...proof,
    defects: inspection?.defects ?? [],
    photos: await photosWhere(connection, { jobId: [job.id], arrayId: [array.id] }),
  };
}
