import type { BodyOf } from '../../contract/endpoint.ts';
import type { Report, reportsEndpoints, Signature } from '../../contract/reports/endpoints.ts';
import type { Context, OpenContext } from '../context.ts';
import { keepPaper } from '../documents/keep.ts';
import { paperOf } from '../documents/paperStorage.ts';
import { unprintableOf } from '../documents/render.ts';
import { outOfOrder } from '../errors.ts';
import { photosWhere } from '../inspections/photoStorage.ts';
import { addAmendment } from '../inspections/useCases.ts';
import { followJob, lockJob } from '../jobs/storage.ts';
import { preparePhoto } from '../photos/photos.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, updateVersioned } from '../storage/writing.ts';
import { composedReport, composeReportPaper } from './paper.ts';
import { composeReport, readReport } from './read.ts';
import { insertReport, reportOfJob, signedColumns, storedReport } from './storage.ts';

type Endpoints = typeof reportsEndpoints;
type Shown = Report & { paper: Awaited<ReturnType<typeof paperOf>>; unprintable: string[] };

/** A report with what is known of its paper: its sum once it is signed, and before that what could not be printed. */
export async function showReport(context: Pick<Context, 'person'>, connection: Connection, id: string): Promise<Shown> {
  const report = await readReport(connection, id);
  const paper = await paperOf(connection, 'report', id);
  if (report.state === 'signed') return { ...report, paper, unprintable: [] };
  const drawn = await composeReportPaper(connection, id, context.person.units);
  return { ...report, paper, unprintable: unprintableOf({ kind: 'report', paper: drawn }) };
}

export function draftReport(context: Context, jobId: string, body: BodyOf<Endpoints['draftReport']>): Promise<Shown> {
  return inTransaction(context, async (trx) => {
    const job = await lockJob(trx, jobId);
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
        content,
        createdAt: context.clock(),
        by: context.person.id,
      }),
    );
    return showReport(context, trx, body.id);
  });
}

/** Whoever signs in person: themselves, or the customer on their device. */
export const signReport = (
  context: Context & Pick<OpenContext, 'address'>,
  id: string,
  { version, signer, name, how, strokes }: BodyOf<Endpoints['signReport']>,
): Promise<Shown> =>
  sealReport(context, id, version, {
    name: signer === 'self' ? context.person.name : (name ?? ''),
    signer,
    how,
    strokes: strokes ?? null,
    person: { id: context.person.id, name: context.person.name },
    at: context.clock().toISOString(),
    from: context.address,
  });

/** Freezes a report under a signature: its content, its pictures with what is drawn over them, and its paper. */
export function sealReport(context: Context, id: string, version: number, signature: Signature): Promise<Shown> {
  return inTransaction(context, async (trx) => {
    const job = await lockJob(trx, (await storedReport(trx, id)).jobId);
    await hold(trx, 'reports', [id]);
    const found = await storedReport(trx, id);
    if (found.state === 'signed') throw outOfOrder('This report is signed. Add an amendment instead.');
    await prepareAll(trx, found.jobId);
    const content = await composeReport(trx, found.jobId);
    await updateVersioned(
      trx,
      context,
      { table: 'reports', record: 'report', id, version },
      signedColumns(content, signature),
    );
    await followJob(trx, context, job, { state: 'reported' });
    const composed = await composedReport(trx, id, context.person.units);
    await keepPaper(trx, context, { record: 'report', id, because: 'signed' }, composed);
    return showReport(context, trx, id);
  });
}

/** Pictures that still wait to be turned upright are turned now: what is signed is seen as it is signed. */
async function prepareAll(trx: Transaction, jobId: string): Promise<void> {
  for (const { id, state } of await photosWhere(trx, { jobId: [jobId] })) {
    // In a savepoint: a picture that cannot be read stands as such, and the rest goes on.
    if (state === 'waiting')
      await inTransaction({ database: trx }, (inner) => preparePhoto(inner, id)).catch(() => undefined);
  }
}

export function amendReport(context: Context, id: string, body: BodyOf<Endpoints['amendReport']>): Promise<Shown> {
  return inTransaction(context, async (trx) => {
    await lockJob(trx, (await storedReport(trx, id)).jobId);
    await hold(trx, 'reports', [id]);
    if ((await storedReport(trx, id)).state !== 'signed')
      throw outOfOrder('A draft follows the job by itself; sign it first, then amend.');
    const added = await addAmendment(context, trx, { reportId: id }, body);
    if (added) {
      const composed = await composedReport(trx, id, context.person.units);
      await keepPaper(trx, context, { record: 'report', id, because: 'amended' }, composed);
    }
    return showReport(context, trx, id);
  });
}
