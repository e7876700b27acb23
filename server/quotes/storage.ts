import type { Knex } from 'knex';
import {
  type FollowUp,
  type Quote,
  type QuoteContent,
  type QuoteListItem,
  quote,
} from '../../contract/quotes/endpoints.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { withPerson } from '../people/names.ts';
import { withSite } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { newestOf } from '../storage/newest.ts';
import { lastEnteredFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** The number of a company's first quote. */
const FIRST_NUMBER = 1001;

export interface NewQuote {
  id: string;
  siteId: string;
  planId: string;
  number: number;
  revision: number;
  content: QuoteContent;
  createdAt: Date;
  by: string;
}

/** The quote, or a 404. */
export async function readQuote(connection: Connection, id: string): Promise<Quote> {
  const row = mustHave(await connection('quotes').where({ id }).first(), 'quote');
  const { content, ...rest } = row as { content: QuoteContent };
  return quote.parse({ ...rest, ...content });
}

/** The columns of what a quote says: what lists show stands beside it. */
export const contentColumns = (content: QuoteContent) => ({
  content: json(content),
  calculationVersion: CALCULATION_VERSION,
  gross: content.one.gross,
  currency: content.currency,
});

export const insertQuote = (trx: Transaction, { content, ...row }: NewQuote): Promise<unknown> =>
  trx('quotes').insert({ ...row, ...contentColumns(content), state: 'draft' });

/** What one visit costs by the newest quote of a site, tax included, minor units, and its plan; null where nothing was quoted. */
export async function lastOffered(
  connection: Connection,
  siteId: string,
): Promise<{ gross: number; planId: string } | null> {
  const row = await connection('quotes').where({ siteId }).orderBy('entered', 'desc').first('plan_id', 'gross');
  return row ?? null;
}

/**
 * The number after the highest. Whoever asks waits for those before to end: a number that was given to a draft which was not
 * kept is given again, so that there is no gap and no double.
 */
export async function nextQuoteNumber(trx: Transaction): Promise<number> {
  await trx.raw(`select pg_advisory_xact_lock(hashtext('numbers of quotes'))`);
  const { rows } = await trx.raw('select coalesce(max(number), ?)::int + 1 as number from quotes', [FIRST_NUMBER - 1]);
  return rows[0].number;
}

/**
 * A quote with all revisions of its number held until the transaction ends, so that of several that are sent or decided
 * at once one goes after the other.
 */
export async function lockRevisions(trx: Transaction, id: string) {
  const { number } = mustHave<{ number: number }>(await trx('quotes').where({ id }).first('number'), 'quote');
  await hold(trx, 'quotes', await trx('quotes').where({ number }).pluck('id'));
  const rows: Pick<Quote, 'id' | 'siteId' | 'number' | 'revision' | 'state'>[] = await trx('quotes')
    .where({ number })
    .select('id', 'siteId', 'number', 'revision', 'state');
  const own = mustHave(
    rows.find((row) => row.id === id),
    'quote',
  );
  return { ...own, othersAccepted: rows.some((row) => row.id !== id && row.state === 'accepted') };
}

/** The revision after the newest of a number, all of whose revisions are held. */
export async function nextRevision(trx: Transaction, number: number): Promise<number> {
  const { rows } = await trx.raw('select max(revision) + 1 as revision from quotes where number = ?', [number]);
  return rows[0].revision;
}

/** Earlier revisions that the customer may still hold stop counting. */
export async function supersedeBefore(trx: Transaction, number: number, revision: number): Promise<string[]> {
  const rows = await trx('quotes')
    .where({ number, state: 'sent' })
    .where('revision', '<', revision)
    .update({ state: 'superseded', version: trx.raw('version + 1') })
    .returning('id');
  return rows.map(({ id }) => id);
}

/** Sent quotes whose last day has passed where their site lies. The rows are held until the transaction ends. */
export async function lockOverdueQuotes(trx: Transaction, now: Date): Promise<string[]> {
  const rows = await withSite(trx('quotes'), 'quotes.site_id')
    .where({ state: 'sent' })
    .whereRaw('valid_until < (?::timestamptz at time zone sites.zone)::date', [now])
    .orderBy('quotes.id')
    // Whoever decides one just now is not waited for: it expires at the next turn, if it is not decided.
    .forUpdate('quotes')
    .skipLocked()
    .select('quotes.id');
  return rows.map(({ id }) => id);
}

export const expireQuote = (trx: Transaction, id: string): Promise<unknown> =>
  trx('quotes')
    .where({ id })
    .update({ state: 'expired', version: trx.raw('version + 1') });

type QuoteItemRow = QuoteListItem & { entered: number };

/** Quotes as they stand in lists. */
const quoteItems = (connection: Connection) =>
  withSite(connection('quotes'), 'quotes.site_id').select(
    'quotes.id',
    'quotes.siteId',
    'sites.name as site',
    'number',
    'revision',
    'state',
    'validUntil',
    'sentAt',
    'nextOn',
    'decidedBecause',
    'entered',
    'gross',
    'currency',
  );

/** One more than a page of quotes, newest first. */
export function listQuoteRows(
  connection: Connection,
  filter: PageQuery & { state?: string | undefined; site?: string | undefined },
): Promise<QuoteItemRow[]> {
  const rows = lastEnteredFirst(quoteItems(connection), 'quotes.entered', filter);
  if (filter.state) rows.where({ state: filter.state });
  if (filter.site) rows.where({ siteId: filter.site });
  return rows;
}

/** Quotes that wait for their answer and are to be followed up by a day, those that should have been first first. */
export const waitingQuotes = (connection: Connection, by: string, limit: number): Promise<QuoteItemRow[]> =>
  quoteItems(connection)
    .where({ state: 'sent' })
    .where('next_on', '<=', by)
    .orderBy(['next_on', 'quotes.id'])
    .limit(limit);

/** Quotes that wait for their answer, with what was said last; those that nobody follows up come last. */
export const followedQuotes = (
  connection: Connection,
  limit: number,
): Promise<(QuoteItemRow & { said: string; times: number; zone: string })[]> =>
  quoteItems(connection)
    .where({ state: 'sent' })
    .orderByRaw('quotes.next_on nulls last, quotes.id')
    .limit(limit)
    .select(
      'sites.zone',
      connection.raw(
        `coalesce((select said from follow_ups where quote_id = quotes.id order by number desc limit 1), '') as said`,
      ),
      connection.raw('(select count(*)::int from follow_ups where quote_id = quotes.id) as times'),
    );

/** What was said about a quote, the last first. */
export const followUpsOf = (connection: Connection, quoteId: string): Promise<FollowUp[]> =>
  withPerson(connection('follow_ups').where({ quoteId }), 'follow_ups.by')
    .orderBy('number', 'desc')
    .select('follow_ups.id', 'at', 'people.name as by', 'said', 'nextOn');

/** Keeps what was said, and when it is followed up next. */
export async function insertFollowUp(
  trx: Transaction,
  row: { id: string; quoteId: string; at: Date; by: string; said: string; nextOn: string | null },
): Promise<void> {
  await trx('follow_ups').insert(row);
  await trx('quotes').where({ id: row.quoteId }).update({ nextOn: row.nextOn });
}

/** The newest quote of each of some sites, as far as its standing needs it. */
export const newestQuotes = (
  connection: Connection,
  siteIds: readonly string[],
): Promise<{ siteId: string; id: string; state: string; planId: string; gross: number }[]> =>
  newestOf(connection, 'quotes', { by: 'site_id', order: 'entered', ids: siteIds }, 'id, state, plan_id, gross');

/** Quotes of a site, by a column, that wait for an answer. */
export const quotesThatWait = (connection: Connection, site: string) =>
  connection('quotes').whereRaw(`quotes.site_id = ${site} and quotes.state = 'sent'`);

/** Rows of another room with the order in which their quotes were entered at hand. */
export const withQuote = <Q extends Knex.QueryBuilder>(rows: Q, column: string): Q =>
  rows.join('quotes', 'quotes.id', column) as Q;

/** Offers by the month in which they went out and what became of them; a number counts once, by its newest revision. */
export async function offersByMonth(
  connection: Connection,
  from: string,
  zone: string,
): Promise<{ month: string; became: 'won' | 'lost' | 'waiting'; ids: string[] }[]> {
  const { rows } = await connection.raw(
    `select to_char(sent_at at time zone ?, 'YYYY-MM') as month,
        case state when 'accepted' then 'won' when 'sent' then 'waiting' else 'lost' end as became,
        array_agg(id::text order by id) as ids
      from (
        select distinct on (number) id, state, sent_at from quotes
        where sent_at >= (?::date)::timestamp at time zone ? and state in ('sent', 'accepted', 'declined', 'expired')
        order by number, revision desc
      ) newest
      group by 1, 2 order by 1, 2`,
    [zone, from, zone],
  );
  return rows;
}

/** Offers that were declined or ran out, the last first. */
export const lostQuotes = (
  connection: Connection,
  limit: number,
): Promise<
  Pick<QuoteItemRow, 'id' | 'siteId' | 'site' | 'number' | 'revision' | 'state' | 'gross' | 'decidedBecause'>[]
> =>
  withSite(connection('quotes'), 'quotes.site_id')
    .whereIn('state', ['declined', 'expired'])
    .orderBy('entered', 'desc')
    .limit(limit)
    .select(
      'quotes.id',
      'quotes.siteId',
      'sites.name as site',
      'number',
      'revision',
      'state',
      'gross',
      'decidedBecause',
    );

/** What was said about some quotes, as it is stored. */
export const recordedFollowUps = (
  connection: Connection,
  quoteIds: readonly string[],
): Promise<Record<string, unknown>[]> => connection('follow_ups').whereIn('quoteId', quoteIds).orderBy('number');

/** Every quote of a site as it is stored. */
export const recordedQuotes = (connection: Connection, siteId: string): Promise<Record<string, unknown>[]> =>
  connection('quotes').where({ siteId }).orderBy('createdAt');
