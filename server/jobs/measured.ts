import type { Plan } from '../../contract/methods/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { type FaceOfJob, type MeasuredJob, measuredJob } from '../../core/jobs/measured.ts';
import { WORKED } from '../../core/jobs/progress.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { houseMinutes } from '../../core/planning/choose.ts';
import { type PlanInput, rulesOf } from '../../core/planning/visit.ts';
import { litresIn } from '../../core/planning/work.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { readPlan } from '../plans/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { readSite } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { instrumentsOf, keepKitUsed } from './kitDrawn.ts';
import { entriesOf, type JobRow, keepMeasured, washesOf } from './storage.ts';

/** A face as a job has it, with the ways that its plan chose. */
const faceOfJob = (array: SolarArray, site: Site, { input, output }: Plan): FaceOfJob => {
  const method = output.arrays.find(({ arrayId }) => arrayId === array.id)?.method;
  const planned = input as unknown as Partial<PlanInput>;
  const rules = rulesOf(planned);
  const given = planned.arrays?.find(({ arrayId }) => arrayId === array.id)?.method;
  const [way] = method?.ways ?? [];
  const minutes = method && given && way ? houseMinutes(given, way, method.access.choose, rules) : null;
  return {
    id: array.id,
    modules: moduleCount(array),
    moduleWatts: array.moduleWatts,
    gammaPdc: array.gammaPdc,
    limit: acLimit(array, site.ownUse) ?? null,
    ways: method?.ways ?? [],
    houseMinutes: minutes,
    houseLitres: minutes !== null && way ? litresIn(way, minutes, rules) : null,
  };
};

/** The faces of a job, with how exact the instruments were that it was read with. */
export async function facesOfJob(connection: Connection, job: JobRow, site: Site, plan: Plan): Promise<FaceOfJob[]> {
  const instruments = await instrumentsOf(connection, job);
  return job.content.arrays.map((array) => ({ ...faceOfJob(array, site, plan), instruments }));
}

/** What one job measured by being done. */
export async function measuredOf(connection: Connection, job: JobRow, site: Site): Promise<MeasuredJob> {
  const quote = await readQuote(connection, job.quoteId);
  const plan = await readPlan(connection, quote.planId);
  const faces = await facesOfJob(connection, job, site, plan);
  return measuredJob(job.content.steps, await entriesOf(connection, job.id), faces);
}

/** Jobs of a site that washed an array, with what they measured, by the site's own calendar. */
export async function measuredJobsOf(
  connection: Connection,
  site: Site,
  arrayId: string,
): Promise<(MeasuredJob & { jobId: string; date: string })[]> {
  const found = [];
  for (const job of await washesOf(connection, arrayId)) {
    const measured = await measuredOf(connection, job, site);
    if (measured.washedAt !== null)
      found.push({ ...measured, jobId: job.id, date: dateIn(measured.washedAt, site.zone) });
  }
  return found;
}

/**
 * Keeps what a job measured beside it, once its work has ended: what is learned from it is read from there. What it was
 * worked with has worn by as many modules.
 */
export async function measureJob(trx: Transaction, job: JobRow): Promise<void> {
  const site = await readSite(trx, job.siteId);
  const measured = await measuredOf(trx, job, site);
  await keepMeasured(trx, job.id, measured);
  const worked = measured.faces.reduce((sum, { counts }) => sum + WORKED.reduce((all, one) => all + counts[one], 0), 0);
  if (measured.washedAt !== null) await keepKitUsed(trx, job, dateIn(measured.washedAt, site.zone), worked);
}
