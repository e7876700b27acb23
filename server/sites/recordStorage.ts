import type { Connection } from '../storage/database.ts';

/** Every stored row that belongs to a site's history, oldest first, with the inputs and results as they were kept. */
export async function recordOfSite(connection: Connection, siteId: string, arrayIds: string[]) {
  const [inspections, reckonings, outlooks, plans, quotes, agreements, jobs, reports] = await Promise.all([
    connection('inspections').whereIn('arrayId', arrayIds).orderBy('inspectedAt'),
    connection('reckonings').whereIn('arrayId', arrayIds).orderBy('at'),
    connection('outlooks').whereIn('id', arrayIds),
    connection('plans').where({ siteId }).orderBy('at'),
    connection('quotes').where({ siteId }).orderBy('createdAt'),
    connection('agreements').where({ siteId }).orderBy('madeAt'),
    connection('jobs').where({ siteId }).orderBy('scheduledFor'),
    connection('reports').where({ siteId }).orderBy('createdAt'),
  ]);
  const jobIds = jobs.map(({ id }: { id: string }) => id);
  const entries = await connection('job_entries').whereIn('jobId', jobIds).orderBy('number');
  const visits = await connection('visits')
    .whereIn(
      'agreementId',
      agreements.map(({ id }: { id: string }) => id),
    )
    .orderBy(['agreementId', 'number']);
  return { inspections, reckonings, outlooks, plans, quotes, agreements, visits, jobs, entries, reports };
}
