import { randomUUID } from 'node:crypto';
import type { Agreement, agreementsEndpoints, Visit } from '../../contract/agreements/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import { firstAgreed } from '../../core/agreements/states.ts';
import { dueWindows, movedWindow, nextYear } from '../../core/agreements/windows.ts';
import type { Context } from '../context.ts';
import { invalid, outOfOrder } from '../errors.ts';
import { whereJobsStand } from '../jobs/storage.ts';
import { callOff, moveJob } from '../jobs/useCases.ts';
import { readQuote } from '../quotes/storage.ts';
import { drawLine } from '../sites/fitted.ts';
import { arraysOfSite } from '../sites/storage.ts';
import type { Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, trail, updateVersioned } from '../storage/writing.ts';
import { readAgreement } from './read.ts';
import { findVisit, insertVisits, leftOfFirst, lockAgreement } from './storage.ts';

type Endpoints = typeof agreementsEndpoints;

/** Does something to a visit of an agreement that runs, with the agreement held. @returns the agreement after it */
function onVisit(
  context: Context,
  id: string,
  work: (trx: Transaction, visit: Visit, agreement: Agreement) => Promise<unknown>,
): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    const { agreementId } = await findVisit(trx, id);
    await lockAgreement(trx, agreementId);
    const agreement = await readAgreement(trx, agreementId);
    mustRun(agreement);
    const visit = agreement.planned.find((one) => one.id === id) as Visit;
    if (visit.state === 'done') throw outOfOrder('This visit is done. It stays as it was.');
    await work(trx, visit, agreement);
    return readAgreement(trx, agreementId);
  });
}

function mustRun({ state }: Pick<Agreement, 'state'>): void {
  if (state === 'cancelled') throw outOfOrder('This agreement was ended early. Draft a new quote for further work.');
}

const visitRow = (id: string, version: number) => ({ table: 'visits', record: 'visit', id, version });

/** Moves the day on which a visit falls due, its window with it, and its job where it is booked. */
export const moveVisit = (context: Context, id: string, body: BodyOf<Endpoints['moveVisit']>): Promise<Agreement> =>
  onVisit(context, id, async (trx, visit) => {
    if (visit.state === 'skipped') throw outOfOrder('This visit was left out. Take it up again first.');
    const window = movedWindow(visit, body.due);
    await updateVersioned(trx, context, visitRow(id, body.version), { ...window, because: body.reason });
    const [job] = visit.job ? await whereJobsStand(trx, [visit.job.id]) : [];
    if (job && visit.state === 'booked')
      await moveJob(trx, context, job.id, { version: job.version, scheduledFor: body.due });
  });

/** Leaves a visit out, and calls its job off. */
export const skipVisit = (context: Context, id: string, body: BodyOf<Endpoints['skipVisit']>): Promise<Agreement> =>
  onVisit(context, id, async (trx, visit) => {
    if (visit.state === 'skipped') throw outOfOrder('This visit has been left out already.');
    await callOff(trx, context, visit.job ? [visit.job.id] : []);
    const change = { skippedAt: context.clock(), because: body.reason };
    await updateVersioned(trx, context, visitRow(id, body.version), change);
  });

/** Takes up a visit that was left out: it is to be booked again. */
export const resumeVisit = (context: Context, id: string, body: BodyOf<Endpoints['resumeVisit']>): Promise<Agreement> =>
  onVisit(context, id, async (trx, visit) => {
    if (visit.state !== 'skipped') throw outOfOrder('This visit has not been left out.');
    await updateVersioned(trx, context, visitRow(id, body.version), { skippedAt: null, jobId: null, because: '' });
  });

/** Notes the day on which the deposit came; null takes that back. */
export function noteDeposit(context: Context, id: string, body: BodyOf<Endpoints['noteDeposit']>): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    await lockAgreement(trx, id);
    const { deposit } = await readAgreement(trx, id);
    if (deposit === 0) throw outOfOrder('No deposit was asked for with this offer.');
    const row = { table: 'agreements', record: 'agreement', id, version: body.version };
    await updateVersioned(trx, context, row, { depositOn: body.on });
    return readAgreement(trx, id);
  });
}

/** Notes the day on which the spray line that was taken stood: it is drawn on its faces, and later plans count on it. */
export function noteLineUp(context: Context, id: string, body: BodyOf<Endpoints['noteLineUp']>): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    await lockAgreement(trx, id);
    const { siteId, lineDropped } = mustHaveLine(await readAgreement(trx, id));
    if (lineDropped !== null)
      throw outOfOrder('This spray line is not wanted any more. Say first that it is after all.');
    const here = new Set((await arraysOfSite(trx, siteId)).map((array) => array.id));
    if (body.arrays.some((array) => !here.has(array))) throw invalid('arrays', 'must be faces of this site');
    const row = { table: 'agreements', record: 'agreement', id, version: body.version };
    await updateVersioned(trx, context, row, { lineUpOn: body.on });
    await hold(trx, 'arrays', body.arrays);
    for (const array of new Set(body.arrays)) await drawLine(trx, context, array);
    return readAgreement(trx, id);
  });
}

function mustHaveLine(agreement: Agreement): Agreement {
  if (!agreement.additions.includes('spray-line')) throw outOfOrder('No spray line was taken with this offer.');
  return agreement;
}

/**
 * Notes why the spray line that was taken is not wanted any more; null: it is after all. Its price goes from the first
 * visit, with which it was to be paid, and comes back to it.
 */
export function dropLine(
  context: Context,
  id: string,
  { version, reason }: BodyOf<Endpoints['dropLine']>,
): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    await lockAgreement(trx, id);
    const agreement = mustHaveLine(await readAgreement(trx, id));
    mustRun(agreement);
    if (agreement.lineUpOn !== null)
      throw outOfOrder('This spray line is up. Take it out of the drawing of its faces.');
    const row = { table: 'agreements', record: 'agreement', id, version };
    await updateVersioned(trx, context, row, { lineDropped: reason });
    const { sprayLine } = await readQuote(trx, agreement.quoteId);
    const first = firstAgreed(agreement.planned);
    if (first && sprayLine && (reason === null) !== (agreement.lineDropped === null)) {
      const price = first.price + (reason === null ? sprayLine.gross : -sprayLine.gross);
      await updateVersioned(trx, context, visitRow(first.id, first.version), { price });
    }
    return readAgreement(trx, id);
  });
}

/** Adds a visit to what was accepted, at its price. */
export function addVisit(context: Context, id: string, body: BodyOf<Endpoints['addVisit']>): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    await lockAgreement(trx, id);
    const agreement = await readAgreement(trx, id);
    mustRun(agreement);
    await createOnce(trx, context, 'visit', { ...body, agreementId: id }, async () => {
      const [window] = dueWindows([body.due]);
      const left = await leftOfFirst(trx, id);
      const row = { id: body.id, agreementId: id, number: nextNumber(agreement), price: agreement.price, ...left };
      if (window) await insertVisits(trx, [{ ...window, ...row, added: true, because: body.reason }]);
    });
    return readAgreement(trx, id);
  });
}

const nextNumber = ({ planned }: Agreement): number => Math.max(0, ...planned.map(({ number }) => number)) + 1;

/** Another year of visits: those of the last year that were not added by hand, on the same days, at the same price. */
export function renewAgreement(
  context: Context,
  id: string,
  body: BodyOf<Endpoints['renewAgreement']>,
): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    await lockAgreement(trx, id);
    const agreement = await readAgreement(trx, id);
    mustRun(agreement);
    if (agreement.left.visits > 1)
      throw outOfOrder(
        'More than one visit is left of this year. Renew it once the last is to come, or do those first.',
      );
    await updateVersioned(trx, context, { table: 'agreements', record: 'agreement', id, version: body.version }, {});
    const last = agreement.planned.filter(({ added }) => !added).slice(-agreement.visits);
    const first = nextNumber(agreement);
    const left = await leftOfFirst(trx, id);
    const rows = last.map((visit, at) => ({
      ...nextYear(visit),
      id: randomUUID(),
      agreementId: id,
      number: first + at,
      price: agreement.price,
      ...left,
      added: false,
      because: '',
    }));
    await insertVisits(trx, rows);
    const due = rows.map((row) => row.due);
    await trail(trx, context, { record: 'agreement', id, action: 'renew', change: { due } });
    return readAgreement(trx, id);
  });
}

/** Ends an agreement early: what is left of it is left out, and its jobs are called off, but for what a crew has begun. */
export function cancelAgreement(
  context: Context,
  id: string,
  body: BodyOf<Endpoints['cancelAgreement']>,
): Promise<Agreement> {
  return inTransaction(context, async (trx) => {
    await lockAgreement(trx, id);
    const agreement = await readAgreement(trx, id);
    mustRun(agreement);
    // What somebody has begun is ended in the field.
    const left = agreement.planned.filter(
      ({ state, job }) => state === 'due' || (state === 'booked' && job?.state === 'scheduled'),
    );
    await callOff(
      trx,
      context,
      left.flatMap(({ job }) => job?.id ?? []),
    );
    for (const { id: visitId, version } of left) {
      const change = { skippedAt: context.clock(), because: body.reason };
      await updateVersioned(trx, context, visitRow(visitId, version), change);
    }
    const change = { state: 'cancelled', because: body.reason };
    await updateVersioned(
      trx,
      context,
      { table: 'agreements', record: 'agreement', id, version: body.version },
      change,
    );
    return readAgreement(trx, id);
  });
}
