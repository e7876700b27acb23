import { type Report, type ReportContent, report, type Signature } from '../../contract/reports/endpoints.ts';
import { amendmentsOf } from '../inspections/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { mustHave } from '../storage/writing.ts';

/** The report as it is stored, or a 404. A draft's content is only as new as the day it was begun. */
export async function storedReport(connection: Connection, id: string): Promise<Report> {
  const row = mustHave(await connection('reports').where({ id }).first(), 'report');
  const amendments = await amendmentsOf(connection, 'report', [id]);
  return report.parse({ ...row, amendments: amendments.map(({ recordId: _, ...rest }) => rest) });
}

/** The report of a job, if it has one. */
export const reportOfJob = (connection: Connection, jobId: string): Promise<{ id: string } | undefined> =>
  connection('reports').where({ jobId }).first('id');

interface NewReport {
  id: string;
  jobId: string;
  siteId: string;
  calculationVersion: string;
  content: ReportContent;
  createdAt: Date;
  by: string;
}

const contentColumn = (content: ReportContent) => ({ content: json(content) });

/** What a signature writes: the content as it is signed, and who signed it, how, when and from where. */
export const signedColumns = (content: ReportContent, signature: Signature) => ({
  state: 'signed',
  signedBy: signature.name,
  signedAt: signature.at,
  signature: json(signature),
  ...contentColumn(content),
});

export const insertReport = (trx: Transaction, { content, ...row }: NewReport): Promise<unknown> =>
  trx('reports').insert({ ...row, ...contentColumn(content), state: 'draft' });
