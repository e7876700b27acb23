import type { Knex } from 'knex';
import type { VisitToBook } from '../../contract/agreements/endpoints.ts';
import type { YesNo } from '../../contract/common.ts';
import type { AgreementState } from '../../core/agreements/states.ts';
import type { DueWindow } from '../../core/agreements/windows.ts';
import type { QuoteAddition, QuoteChoice } from '../../core/quotes/states.ts';
import { withQuote } from '../quotes/storage.ts';
import { withSite } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

export interface AgreementRow {
  id: string;
  siteId: string;
  site: string;
  quoteId: string;
  number: number;
  revision: number;
  choice: QuoteChoice;
  additions: QuoteAddition[];
  visits: number;
  begins: string;
  state: AgreementState;
  because: string;
  price: number;
  currency: string;
  deposit: number;
  depositOn: string | null;
  lineUpOn: string | null;
  lineDropped: string | null;
  madeAt: string;
  version: number;
}

export interface VisitRow extends DueWindow {
  id: string;
  agreementId: string;
  number: number;
  price: number;
  jobId: string | null;
  added: boolean;
  skippedAt: string | null;
  because: string;
  version: number;
}

type NewAgreement = Pick<
  AgreementRow,
  'id' | 'siteId' | 'quoteId' | 'choice' | 'additions' | 'visits' | 'begins' | 'price' | 'deposit' | 'currency'
> & { madeAt: Date };
/** What a visit, and what is fitted with it, is asked before tax and costs the firm, minor units: the owner's alone to see. */
export interface LeftOfVisit {
  net?: number;
  cost?: number;
  fittedNet?: number;
  fittedCost?: number;
}
type NewVisit = Omit<VisitRow, 'jobId' | 'skippedAt' | 'version'> & LeftOfVisit;

export const insertAgreement = (trx: Transaction, row: NewAgreement): Promise<unknown> => trx('agreements').insert(row);

export const insertVisits = (trx: Transaction, rows: readonly NewVisit[]): Promise<unknown> =>
  trx('visits').insert([...rows]);

/** Agreements with their site and the number of their quote. */
const agreementRows = (connection: Connection): Knex.QueryBuilder<object, AgreementRow[]> =>
  withQuote(withSite(connection('agreements'), 'agreements.site_id'), 'agreements.quote_id').select(
    'agreements.id',
    'agreements.siteId',
    'sites.name as site',
    'agreements.quoteId',
    'quotes.number',
    'quotes.revision',
    'agreements.choice',
    'agreements.additions',
    'agreements.visits',
    'agreements.begins',
    'agreements.state',
    'agreements.because',
    'agreements.price',
    'agreements.currency',
    'agreements.deposit',
    'agreements.depositOn',
    'agreements.lineUpOn',
    'agreements.lineDropped',
    'agreements.madeAt',
    'agreements.version',
  );

/** The agreement, or a 404. */
export const findAgreement = async (connection: Connection, id: string): Promise<AgreementRow> =>
  mustHave((await agreementRows(connection).where('agreements.id', id).limit(1))[0], 'agreement');

/** The same, held until the transaction ends. */
export async function lockAgreement(trx: Transaction, id: string): Promise<AgreementRow> {
  await hold(trx, 'agreements', [id]);
  return findAgreement(trx, id);
}

/** The agreement that was made of a quote; undefined where it was not accepted. */
export const agreementOf = (connection: Connection, quoteId: string): Promise<{ id: string } | undefined> =>
  connection('agreements').where({ quoteId }).first('id');

interface AgreementFilter extends PageQuery {
  site?: string | undefined;
  running?: YesNo | undefined;
}

/** One more than a page of agreements, the last first. */
export function listAgreementRows(connection: Connection, filter: AgreementFilter): Promise<AgreementRow[]> {
  const rows = newestFirst(agreementRows(connection), 'agreements.made_at', 'agreements.id', filter);
  if (filter.site) rows.where('agreements.siteId', filter.site);
  if (filter.running) rows.where('agreements.state', filter.running === 'yes' ? 'running' : 'cancelled');
  return rows;
}

/** The visits of some agreements in their order. */
export const visitsOf = (connection: Connection, agreementIds: readonly string[]): Promise<VisitRow[]> =>
  connection('visits').whereIn('agreementId', agreementIds).orderBy(['due', 'number']);

/** The visit, or a 404. */
export const findVisit = async (connection: Connection, id: string): Promise<VisitRow> =>
  mustHave(await connection('visits').where({ id }).first(), 'visit');

/** The visit that a job is done as; undefined where it is of none. */
export const visitOfJob = (connection: Connection, jobId: string): Promise<VisitRow | undefined> =>
  connection('visits').where({ jobId }).first();

/** Gives visits their jobs, or other windows. */
export async function setVisits(
  trx: Transaction,
  rows: readonly (Pick<VisitRow, 'id'> & Partial<Pick<VisitRow, 'jobId' | 'because' | keyof DueWindow>>)[],
): Promise<void> {
  for (const { id, ...change } of rows)
    await trx('visits')
      .where({ id })
      .update({ ...change, version: trx.raw('version + 1') });
}

/** Visits to be booked whose window begins by a day, those that fall due first first; what was ended early has none. */
export const visitsToBook = (connection: Connection, by: string, limit: number): Promise<VisitToBook[]> =>
  withSite(connection('visits').join('agreements', 'agreements.id', 'visits.agreement_id'), 'agreements.site_id')
    .whereNull('visits.job_id')
    .whereNull('visits.skipped_at')
    .where('visits.due_from', '<=', by)
    .where('agreements.state', 'running')
    .orderBy(['visits.due_to', 'visits.id'])
    .limit(limit)
    .select(
      'visits.id as visitId',
      'agreements.siteId',
      'sites.name as site',
      'visits.number',
      'agreements.visits',
      'visits.dueFrom',
      'visits.dueTo',
    );

/** Visits whose window touches some days and that are on no day of their own: to be booked, or left out. */
export const visitsOnNoDay = async (
  connection: Connection,
  from: string,
  to: string,
  limit: number,
): Promise<
  (Pick<VisitRow, 'id' | 'number' | 'dueFrom' | 'dueTo' | 'version'> & { site: string; cancelled: boolean })[]
> => {
  const rows = await withSite(
    connection('visits').join('agreements', 'agreements.id', 'visits.agreement_id'),
    'agreements.site_id',
  )
    .where((open) => open.whereNull('visits.job_id').orWhereNotNull('visits.skipped_at'))
    .where('visits.due_to', '>=', from)
    .where('visits.due_from', '<=', to)
    .orderBy(['visits.due_from', 'visits.id'])
    .limit(limit)
    .select(
      'visits.id',
      'sites.name as site',
      'visits.number',
      'visits.dueFrom',
      'visits.dueTo',
      'visits.version',
      'visits.skippedAt',
    );
  return rows.map(({ skippedAt, ...row }) => ({ ...row, cancelled: skippedAt !== null }));
};

/** Visits of agreements that run which fall due from a day on and were not left out. */
export const visitsFrom = (connection: Connection, day: string): Promise<{ price: number; jobId: string | null }[]> =>
  connection('visits')
    .join('agreements', 'agreements.id', 'visits.agreement_id')
    .where('agreements.state', 'running')
    .whereNull('visits.skipped_at')
    .where('visits.due_to', '>=', day)
    .select('visits.price', 'visits.jobId');

/** What some quotes came to as agreements: the price of all their visits of a year, minor units. */
export async function agreedOf(connection: Connection, quoteIds: readonly string[]): Promise<Map<string, number>> {
  const rows = await connection('agreements')
    .join('visits', 'visits.agreement_id', 'agreements.id')
    .whereIn('quoteId', quoteIds)
    .where({ added: false })
    .whereRaw('visits.number <= agreements.visits')
    .groupBy('quoteId')
    .select('quoteId', connection.raw('sum(visits.price)::bigint as agreed'));
  return new Map(rows.map(({ quoteId, agreed }) => [quoteId, agreed]));
}

/** What the visit of each of some jobs is asked and costs the firm, with what is fitted on it, minor units; jobs that are of none are left out. */
export async function pricesOfJobs(
  connection: Connection,
  jobIds: readonly string[],
): Promise<Map<string, { price: number; net: number | null; cost: number | null }>> {
  const rows = await connection('visits')
    .whereIn('jobId', jobIds)
    .select('jobId', 'price', 'net', 'cost', 'fittedNet', 'fittedCost');
  return new Map(
    rows.map(({ jobId, price, net, cost, fittedNet, fittedCost }) => [
      jobId,
      {
        price,
        net: net === null ? null : net + (fittedNet ?? 0),
        cost: cost === null ? null : cost + (fittedCost ?? 0),
      },
    ]),
  );
}

/** Every agreement of a site and its visits, as they are stored. */
export const recordedAgreements = (
  connection: Connection,
  siteId: string,
): Promise<{ id: string; [column: string]: unknown }[]> => connection('agreements').where({ siteId }).orderBy('madeAt');
export const recordedVisits = (
  connection: Connection,
  agreementIds: readonly string[],
): Promise<Record<string, unknown>[]> =>
  connection('visits').whereIn('agreementId', agreementIds).orderBy(['agreementId', 'number']);

/** Deposits of agreements that run and have not come, the oldest first. */
export const depositsThatWait = (
  connection: Connection,
  limit: number,
): Promise<{ siteId: string; site: string; deposit: number; currency: string; at: string }[]> =>
  withSite(connection('agreements'), 'agreements.site_id')
    .where('agreements.deposit', '>', 0)
    .whereNull('agreements.deposit_on')
    .where('agreements.state', 'running')
    .orderBy(['agreements.made_at', 'agreements.id'])
    .limit(limit)
    .select(
      'agreements.siteId',
      'sites.name as site',
      'agreements.deposit',
      'agreements.currency',
      'agreements.madeAt as at',
    );

/** Spray lines of agreements that run, still wanted and not up yet, the oldest first. */
export const linesToPutUp = (
  connection: Connection,
  limit: number,
): Promise<{ siteId: string; site: string; at: string }[]> =>
  withSite(connection('agreements'), 'agreements.site_id')
    .whereRaw("'spray-line' = any(agreements.additions)")
    .whereNull('agreements.line_up_on')
    .whereNull('agreements.line_dropped')
    .where('agreements.state', 'running')
    .orderBy(['agreements.made_at', 'agreements.id'])
    .limit(limit)
    .select('agreements.siteId', 'sites.name as site', 'agreements.madeAt as at');

/** What a visit of an agreement is asked before tax and costs the firm, as it was kept with its first; nothing where it was not. */
export async function leftOfFirst(
  trx: Transaction,
  agreementId: string,
): Promise<{ net: number; cost: number } | null> {
  const { net, cost } = (await trx('visits').where({ agreementId }).orderBy('number').first('net', 'cost')) ?? {};
  return net === null || net === undefined || cost === null ? null : { net, cost };
}
