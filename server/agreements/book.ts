import { randomUUID } from 'node:crypto';
import type { Agreement, agreementsEndpoints } from '../../contract/agreements/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import { bookedWindow, isWithin } from '../../core/agreements/windows.ts';
import type { JobEntry } from '../../core/jobs/progress.ts';
import { addedDays, daysBetween } from '../../core/time/dates.ts';
import type { Context } from '../context.ts';
import { invalid, outOfOrder } from '../errors.ts';
import { makeJobs } from '../jobs/book.ts';
import { readJob } from '../jobs/read.ts';
import { findJob, whereJobsStand } from '../jobs/storage.ts';
import { moveJob as moveJobTo } from '../jobs/useCases.ts';
import { readQuote } from '../quotes/storage.ts';
import type { Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, isMade, trail } from '../storage/writing.ts';
import { readAgreement } from './read.ts';
import { agreementOf, findVisit, lockAgreement, setVisits, type VisitRow, visitOfJob, visitsOf } from './storage.ts';

type Endpoints = typeof agreementsEndpoints;

/**
 * Books every visit of an accepted quote that is not booked yet: the first on the day that is asked for, the others apart as
 * the plan has them; from then on their windows lie about these days.
 * @param told what happened on it already, where it is brought in: what nobody was asked for then is not asked for
 */
export function scheduleJob(
  context: Context,
  quoteId: string,
  body: BodyOf<Endpoints['scheduleJob']>,
  told: readonly JobEntry[] = [],
) {
  return inTransaction(context, async (trx) => {
    const quote = await readQuote(trx, quoteId);
    const content = { ...body, quoteId };
    const held = await agreementOf(trx, quoteId);
    if (held === undefined) throw outOfOrder('Only an accepted quote becomes a job.');
    const { state, visits } = await lockAgreement(trx, held.id);
    const open = (await visitsOf(trx, [held.id])).filter((visit) => visit.jobId === null && visit.skippedAt === null);
    if (!(await isMade(trx, 'job', content))) {
      if (state === 'cancelled')
        throw outOfOrder('This agreement was ended early. Draft a new quote for further work.');
      if (open.length === 0)
        throw outOfOrder('A job has been made of each visit of this quote already, or it was left out.');
    }
    await createOnce(trx, context, 'job', content, async () => {
      const shift = daysBetween(open[0]?.due ?? body.scheduledFor, body.scheduledFor);
      const booked = open.map((visit, at) => {
        const window = bookedWindow(visit, addedDays(visit.due, shift), visits === 1);
        return { ...visit, ...window, jobId: at === 0 ? body.id : randomUUID(), scheduledFor: window.due };
      });
      await makeJobs(trx, quote, booked, told);
      await setVisits(
        trx,
        booked.map(({ id, jobId, due, dueFrom, dueTo }) => ({ id, jobId, due, dueFrom, dueTo })),
      );
      const due = booked.map((visit) => visit.scheduledFor);
      await trail(trx, context, { record: 'agreement', id: held.id, action: 'book', change: { due } });
    });
    return readJob(trx, body.id);
  });
}

/** Books one visit on a day; outside of its window with a reason. */
export function bookVisit(context: Context, id: string, body: BodyOf<Endpoints['bookVisit']>): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    const { agreementId } = await findVisit(trx, id);
    const { state, quoteId } = await lockAgreement(trx, agreementId);
    const visit = await findVisit(trx, id);
    const content = { ...body, visitId: id };
    if (!(await isMade(trx, 'job', content))) {
      if (state === 'cancelled')
        throw outOfOrder('This agreement was ended early. Draft a new quote for further work.');
      if (visit.skippedAt !== null) throw outOfOrder('This visit was left out. Take it up again first.');
      await mustBeFree(trx, visit);
      mustSayWhy(visit, body.scheduledFor, body.reason);
    }
    await createOnce(trx, context, 'job', content, async () => {
      const quote = await readQuote(trx, quoteId);
      const { number } = visit;
      await makeJobs(trx, quote, [{ jobId: body.id, number, scheduledFor: body.scheduledFor }]);
      await setVisits(trx, [{ id, jobId: body.id, ...(body.reason && { because: body.reason }) }]);
      const change = { booked: number, on: body.scheduledFor, reason: body.reason };
      await trail(trx, context, { record: 'agreement', id: agreementId, action: 'book', change });
    });
    return readAgreement(trx, agreementId);
  });
}

/** A visit has one job; another one is made only where the first was called off. */
async function mustBeFree(trx: Transaction, { jobId }: VisitRow): Promise<void> {
  const [job] = jobId === null ? [] : await whereJobsStand(trx, [jobId]);
  if (job && job.state !== 'cancelled') throw outOfOrder('This visit is booked already. Move it instead.');
}

/** A day that is not what was agreed asks for a reason. */
function mustSayWhy(visit: VisitRow, day: string, reason: string | undefined): void {
  if (reason === undefined && !isWithin(visit, day))
    throw invalid('reason', `is asked for: this visit was agreed for ${visit.dueFrom} to ${visit.dueTo}`);
}

/** Moves a job; outside of the window of its visit with a reason, which stays with the visit. */
export function moveJob(context: Context, id: string, { reason, ...body }: BodyOf<Endpoints['moveJob']>) {
  return inTransaction(context, async (trx) => {
    await findJob(trx, id);
    const found = await visitOfJob(trx, id);
    if (found) await lockAgreement(trx, found.agreementId);
    const visit = found && (await visitOfJob(trx, id));
    if (visit) mustSayWhy(visit, body.scheduledFor, reason);
    await moveJobTo(trx, context, id, body);
    if (visit && reason) {
      const change = { moved: visit.number, to: body.scheduledFor, reason };
      await setVisits(trx, [{ id: visit.id, because: reason }]);
      await trail(trx, context, { record: 'agreement', id: visit.agreementId, action: 'move', change });
    }
    return readJob(trx, id);
  });
}
