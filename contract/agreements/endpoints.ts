import { z } from 'zod';
import { AGREEMENT_STATES, STANDINGS, VISIT_STATES } from '../../core/agreements/states.ts';
import { JOB_STATES } from '../../core/jobs/states.ts';
import { DECISIONS, QUOTE_ADDITIONS, QUOTE_CHOICES } from '../../core/quotes/states.ts';
import { date, id, idParams, money, note, pageOf, pageQuery, reason, version, yesNo } from '../common.ts';
import { DESK, endpoint, OWNER } from '../endpoint.ts';
import { job } from '../jobs/endpoints.ts';
import { quoteListItem, shownQuote } from '../quotes/endpoints.ts';

/** A visit of an agreement: when it falls due, what it costs, and the job it is done as. */
export const visit = z.object({
  id,
  number: z.number().int(),
  due: z.string(),
  /** first and last day on which it is what was agreed */
  dueFrom: z.string(),
  dueTo: z.string(),
  /** minor units, tax included */
  price: money,
  state: z.enum(VISIT_STATES),
  /** whether it was added to what was accepted */
  added: z.boolean(),
  /** why it was moved, added or left out last; empty where it stands as agreed */
  because: z.string(),
  job: z.object({ id, scheduledFor: z.string(), state: z.enum(JOB_STATES) }).nullable(),
  version,
});
export type Visit = z.infer<typeof visit>;

/** An accepted quote as a promise that both sides keep. */
export const agreement = z.object({
  id,
  siteId: id,
  site: z.string(),
  quoteId: id,
  /** of its quote */
  number: z.number().int(),
  revision: z.number().int(),
  choice: z.enum(QUOTE_CHOICES),
  /** what was taken on top */
  additions: z.array(z.enum(QUOTE_ADDITIONS)),
  /** visits in a year */
  visits: z.number().int(),
  begins: z.string(),
  state: z.enum(AGREEMENT_STATES),
  standing: z.enum(STANDINGS),
  /** why it was ended early; empty where it was not */
  because: z.string(),
  /** of each visit, minor units, tax included */
  price: money,
  currency: z.string(),
  /** what was asked for when it was accepted, minor units, and the day on which it came; 0 where nothing was asked */
  deposit: money,
  depositOn: z.string().nullable(),
  /** the day since which a spray line that was taken stands; null where none was, or it is not up yet */
  lineUpOn: z.string().nullable(),
  /** why a spray line that was taken is not wanted any more; null where it is, or none was taken */
  lineDropped: z.string().nullable(),
  planned: z.array(visit),
  /** what is neither washed nor left out: visits, and minor units */
  left: z.object({ visits: z.number().int(), gross: money }),
  version,
});
export type Agreement = z.infer<typeof agreement>;

/** A visit whose window has come or is near, and that nobody has booked. */
export const visitToBook = z.object({
  visitId: id,
  siteId: id,
  site: z.string(),
  number: z.number().int(),
  visits: z.number().int(),
  dueFrom: z.string(),
  dueTo: z.string(),
});
export type VisitToBook = z.infer<typeof visitToBook>;

/** What was sold in the last year, by month; minor units, tax included. */
export const sales = z.object({
  currency: z.string(),
  months: z.array(
    z.object({
      month: z.string(),
      sent: z.number().int(),
      won: z.number().int(),
      lost: z.number().int(),
      waiting: z.number().int(),
      agreed: money,
      visits: z.number().int(),
      earned: money,
      hoursSold: z.number(),
      hoursTaken: z.number(),
      net: money,
      cost: money,
    }),
  ),
  /** what is agreed and neither washed nor left out */
  ahead: z.object({ visits: z.number().int(), gross: money }),
  /** offers that were declined or ran out, the last first, with why */
  lost: z.array(
    quoteListItem.pick({
      id: true,
      siteId: true,
      site: true,
      number: true,
      revision: true,
      state: true,
      gross: true,
      decidedBecause: true,
    }),
  ),
});
export type Sales = z.infer<typeof sales>;

export const agreementsEndpoints = {
  decideQuote: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/decision',
    summary: 'Record what the customer decided about a sent quote; accepted, it is an agreement from then on',
    roles: DESK,
    params: idParams,
    body: z.object({
      version,
      decision: z.enum(DECISIONS),
      choice: z.enum(QUOTE_CHOICES).default('one'),
      additions: z.array(z.enum(QUOTE_ADDITIONS)).default([]),
      /** why it was declined, where somebody said */
      because: note(500),
    }),
    answer: shownQuote,
  }),
  scheduleJob: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/jobs',
    summary: 'Book the visits of an accepted quote: a job for each that is not booked, dated from the first on',
    roles: DESK,
    params: idParams,
    body: z.object({ id, scheduledFor: date }),
    answer: job,
  }),
  moveJob: endpoint({
    method: 'PATCH',
    path: '/api/jobs/:id',
    summary: 'Move a job to another day; outside the window of its visit with a reason',
    roles: DESK,
    params: idParams,
    body: z.object({
      version,
      scheduledFor: date,
      /** asked for where the day lies outside of what was agreed */
      reason: reason.optional(),
    }),
    answer: job,
  }),
  readSales: endpoint({
    method: 'GET',
    path: '/api/sales',
    summary:
      'What became of a year of offers, what was earned by month, what is agreed ahead, and why offers were lost',
    roles: OWNER,
    answer: sales,
  }),
  listAgreements: endpoint({
    method: 'GET',
    path: '/api/agreements',
    summary: 'Agreements with their visits, last first',
    roles: DESK,
    query: pageQuery.extend({ site: id.optional(), running: yesNo.optional() }),
    answer: pageOf(agreement),
  }),
  readAgreement: endpoint({
    method: 'GET',
    path: '/api/agreements/:id',
    summary: 'An agreement with its visits and what is left of it',
    roles: DESK,
    params: idParams,
    answer: agreement,
  }),
  noteDeposit: endpoint({
    method: 'POST',
    path: '/api/agreements/:id/deposit',
    summary: 'Note the day on which the deposit came, or that it did not come after all',
    roles: DESK,
    params: idParams,
    body: z.object({ version, on: date.nullable() }),
    answer: agreement,
  }),
  noteLineUp: endpoint({
    method: 'POST',
    path: '/api/agreements/:id/spray-line',
    summary: 'Note the day on which the spray line that was taken stood, and draw it on the faces over which it lies',
    roles: DESK,
    params: idParams,
    body: z.object({ version, on: date, arrays: z.array(id).min(1, 'must name at least one face').max(100) }),
    answer: agreement,
  }),
  dropLine: endpoint({
    method: 'POST',
    path: '/api/agreements/:id/spray-line/dropped',
    summary: 'Note why the spray line that was taken is not wanted any more, or that it is after all',
    roles: DESK,
    params: idParams,
    body: z.object({ version, reason: reason.nullable() }),
    answer: agreement,
  }),
  addVisit: endpoint({
    method: 'POST',
    path: '/api/agreements/:id/visits',
    summary: 'Add a visit at the price that was agreed',
    roles: DESK,
    params: idParams,
    body: z.object({ id, due: date, reason }),
    answer: agreement,
  }),
  renewAgreement: endpoint({
    method: 'POST',
    path: '/api/agreements/:id/renewal',
    summary: 'Renew an agreement for another year: the visits of its last year again, at the price that was agreed',
    roles: DESK,
    params: idParams,
    body: z.object({ version }),
    answer: agreement,
  }),
  cancelAgreement: endpoint({
    method: 'POST',
    path: '/api/agreements/:id/cancel',
    summary: 'End an agreement early: what is left of it is left out, and its jobs are called off',
    roles: DESK,
    params: idParams,
    body: z.object({ version, reason }),
    answer: agreement,
  }),
  bookVisit: endpoint({
    method: 'POST',
    path: '/api/visits/:id/jobs',
    summary: 'Book a visit: a job on a day',
    roles: DESK,
    params: idParams,
    body: z.object({ id, scheduledFor: date, reason: reason.optional() }),
    answer: agreement,
  }),
  moveVisit: endpoint({
    method: 'POST',
    path: '/api/visits/:id/due',
    summary: 'Move the day on which a visit falls due, and its job with it',
    roles: DESK,
    params: idParams,
    body: z.object({ version, due: date, reason }),
    answer: agreement,
  }),
  skipVisit: endpoint({
    method: 'POST',
    path: '/api/visits/:id/skip',
    summary: 'Leave a visit out; its job is called off',
    roles: DESK,
    params: idParams,
    body: z.object({ version, reason }),
    answer: agreement,
  }),
  resumeVisit: endpoint({
    method: 'POST',
    path: '/api/visits/:id/resume',
    summary: 'Take up a visit that was left out',
    roles: DESK,
    params: idParams,
    body: z.object({ version }),
    answer: agreement,
  }),
};
