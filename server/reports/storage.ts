import { type Report, type ReportContent, report, type Signature } from '../../contract/reports/endpoints.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { amendmentsOf } from '../inspections/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestOf } from '../storage/newest.ts';
import { mustHave } from '../storage/writing.ts';

/** The report as it is stored, or a 404. A draft's content is only as new as the day it was begun. */
export async function storedReport(connection: Connection, id: string): Promise<Report> {
  const row = mustHave(await connection('reports').where({ id }).first(), 'report');
  const amendments = await amendmentsOf(connection, 'report_id', [id]);
  return report.parse({ ...row, amendments: amendments.map(({ recordId: _, ...rest }) => rest) });
}

/** The report of a job, if it has one. */
export const reportOfJob = (connection: Connection, jobId: string): Promise<{ id: string } | undefined> =>
  connection('reports').where({ jobId }).first('id');

interface NewReport {
  id: string;
  jobId: string;
  siteId: string;
  content: ReportContent;
  createdAt: Date;
  by: string;
}

/** The columns of what a report says: what lists show stands beside it. */
const contentColumns = (content: ReportContent) => ({
  content: json(content),
  calculationVersion: CALCULATION_VERSION,
  gain: content.claim,
});

/** What a signature writes: the content as it is signed, and who signed it, how, when and from where. */
export const signedColumns = (content: ReportContent, signature: Signature) => ({
  state: 'signed',
  signedBy: signature.name,
  signedAt: signature.at,
  signature: json(signature),
  ...contentColumns(content),
});

export const insertReport = (trx: Transaction, { content, ...row }: NewReport): Promise<unknown> =>
  trx('reports').insert({ ...row, ...contentColumns(content), state: 'draft' });

/** The newest report of each of some sites, as far as its standing needs it. */
export const newestReports = (
  connection: Connection,
  siteIds: readonly string[],
): Promise<{ siteId: string; id: string; jobId: string; state: string; drawnUpAt: string; gain: number | null }[]> =>
  newestOf(
    connection,
    'reports',
    { by: 'site_id', order: 'entered', ids: siteIds },
    'id, job_id, state, created_at as drawn_up_at, gain',
  );

/** Every report of a site as it is stored. */
export const recordedReports = (connection: Connection, siteId: string): Promise<Record<string, unknown>[]> =>
  connection('reports').where({ siteId }).orderBy('createdAt');
