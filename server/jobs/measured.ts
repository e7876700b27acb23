import { moduleCount, type Site, type SolarArray } from '../../contract/sites/endpoints.ts';
import { type FaceOfJob, type MeasuredJob, measuredJob } from '../../core/jobs/measured.ts';
import type { PlanOutput } from '../../core/methods/plan.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { readPlan } from '../methods/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { dateIn } from '../soiling/calendar.ts';
import type { Connection } from '../storage/database.ts';
import { entriesOf, type JobRow, workedJobs } from './storage.ts';

/** A face as a job has it, with the ways that its plan chose. */
export const faceOfJob = (array: SolarArray, site: Site, plan: Pick<PlanOutput, 'arrays'>): FaceOfJob => {
  const method = plan.arrays.find(({ arrayId }) => arrayId === array.id)?.method;
  return {
    id: array.id,
    modules: moduleCount(array),
    moduleWatts: array.moduleWatts,
    gammaPdc: array.gammaPdc,
    limit: acLimit(array, site.ownUse) ?? null,
    ways: method?.ways ?? [],
  };
};

/** What one job measured by being done. */
export async function measuredOf(connection: Connection, job: JobRow, site: Site): Promise<MeasuredJob> {
  const quote = await readQuote(connection, job.quoteId);
  const plan = await readPlan(connection, quote.planId);
  const faces = job.content.arrays.map((array) => faceOfJob(array, site, plan.output));
  return measuredJob(job.content.steps, await entriesOf(connection, job.id), faces);
}

/** Jobs of a site that washed an array, with what they measured, by the site's own calendar. */
export async function measuredJobsOf(
  connection: Connection,
  site: Site,
  arrayId: string,
): Promise<(MeasuredJob & { jobId: string; date: string })[]> {
  const found = [];
  for (const job of await workedJobs(connection, { siteId: site.id, arrayId })) {
    const measured = await measuredOf(connection, job, site);
    if (measured.washedAt !== null)
      found.push({ ...measured, jobId: job.id, date: dateIn(measured.washedAt, site.zone) });
  }
  return found;
}
