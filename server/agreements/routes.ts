import type { agreementsEndpoints } from '../../contract/agreements/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { decideQuote } from './accept.ts';
import { bookVisit, moveJob, scheduleJob } from './book.ts';
import * as change from './change.ts';
import { listAgreements, readAgreement } from './read.ts';
import { readSales } from './sales.ts';

export const agreementsHandlers: Pick<Handlers, keyof typeof agreementsEndpoints> = {
  decideQuote: (context, { params, body }) => decideQuote(context, params.id, body),
  scheduleJob: (context, { params, body }) => scheduleJob(context, params.id, body),
  moveJob: (context, { params, body }) => moveJob(context, params.id, body),
  readSales: (context) => readSales(context),
  listAgreements: (context, { query }) => listAgreements(context, query),
  readAgreement: (context, { params }) => readAgreement(context.database, params.id),
  noteDeposit: (context, { params, body }) => change.noteDeposit(context, params.id, body),
  noteLineUp: (context, { params, body }) => change.noteLineUp(context, params.id, body),
  dropLine: (context, { params, body }) => change.dropLine(context, params.id, body),
  addVisit: (context, { params, body }) => change.addVisit(context, params.id, body),
  renewAgreement: (context, { params, body }) => change.renewAgreement(context, params.id, body),
  cancelAgreement: (context, { params, body }) => change.cancelAgreement(context, params.id, body),
  bookVisit: (context, { params, body }) => bookVisit(context, params.id, body),
  moveVisit: (context, { params, body }) => change.moveVisit(context, params.id, body),
  skipVisit: (context, { params, body }) => change.skipVisit(context, params.id, body),
  resumeVisit: (context, { params, body }) => change.resumeVisit(context, params.id, body),
};
