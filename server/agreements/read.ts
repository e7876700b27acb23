import type { Agreement, agreementsEndpoints, Visit } from '../../contract/agreements/endpoints.ts';
import type { QueryOf } from '../../contract/endpoint.ts';
import { agreementStanding, leftOf, visitState } from '../../core/agreements/states.ts';
import type { Context } from '../context.ts';
import { whereJobsStand } from '../jobs/storage.ts';
import type { Connection } from '../storage/database.ts';
import { page } from '../storage/paging.ts';
import { type AgreementRow, findAgreement, listAgreementRows, type VisitRow, visitsOf } from './storage.ts';

/** An agreement with its visits, where each of them stands, and what is left. */
export async function readAgreement(connection: Connection, id: string): Promise<Agreement> {
  const [found] = await withVisits(connection, [await findAgreement(connection, id)]);
  return found as Agreement;
}

export async function listAgreements(
  context: Context,
  query: QueryOf<(typeof agreementsEndpoints)['listAgreements']>,
): Promise<{ items: Agreement[]; next: string | null }> {
  const { items, next } = page(await listAgreementRows(context.database, query), query.limit, (row) => [
    row.madeAt,
    row.id,
  ]);
  return { items: await withVisits(context.database, items), next };
}

async function withVisits(connection: Connection, rows: readonly AgreementRow[]): Promise<Agreement[]> {
  const visits = await visitsOf(
    connection,
    rows.map(({ id }) => id),
  );
  const ids = visits.flatMap(({ jobId }) => jobId ?? []);
  const jobs = new Map((await whereJobsStand(connection, ids)).map((job) => [job.id, job]));
  const shown = (row: VisitRow): Visit => {
    const job = jobs.get(row.jobId ?? '');
    const { id, number, due, dueFrom, dueTo, price, added, because, version } = row;
    return {
      ...{ id, number, due, dueFrom, dueTo, price, added, because, version },
      state: visitState({ skipped: row.skippedAt !== null, job: job?.state ?? null }),
      job: job ? { id: job.id, scheduledFor: job.scheduledFor, state: job.state } : null,
    };
  };
  return rows.map(({ madeAt: _, ...row }) => {
    const planned = visits.filter(({ agreementId }) => agreementId === row.id).map(shown);
    return { ...row, planned, standing: agreementStanding(row.state, planned), left: leftOf(planned) };
  });
}
