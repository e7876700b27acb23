import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import { type Quote, quote, type quotesEndpoints } from '../../contract/quotes/endpoints.ts';
import type { Site } from '../../contract/sites/endpoints.ts';
import type { Context, Services } from '../context.ts';
import { notFound, outOfOrder } from '../errors.ts';
import { lastPlan, readPlan } from '../methods/useCases.ts';
import { readCompany } from '../people/useCases.ts';
import { addDays, dateIn } from '../soiling/calendar.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { decodeCursor, page } from '../storage/paging.ts';
import { createOnce, mustFind, trail, updateVersioned } from '../storage/writing.ts';
import { composeQuote, overruleLines, type QuoteContent } from './compose.ts';

type Endpoints = typeof quotesEndpoints;

function toQuote(row: Record<string, unknown> & { content: QuoteContent }): Quote {
  const { content, ...rest } = row;
  return quote.parse({ ...rest, ...content });
}

export async function readQuote(connection: Connection, id: string): Promise<Quote> {
  const row = await connection('quotes').where({ id }).first();
  if (row === undefined) throw notFound('quote');
  return toQuote(row);
}

export function draftQuote(context: Context, siteId: string, body: BodyOf<Endpoints['draftQuote']>): Promise<Quote> {
  return context.database.transaction(async (trx) => {
    await mustFind(trx, 'sites', siteId, 'site');
    const plan = await lastPlan(trx, siteId);
    const company = await readCompany({ database: trx });
    const content = composeQuote(plan, { currency: company.currency, taxRate: company.prices.taxRate }, body);
    await createOnce(trx, context, 'quote', { ...body, siteId }, async () => {
      const { rows } = await trx.raw("select nextval('quote_numbers')::int as number");
      await insertQuote(trx, context, {
        id: body.id,
        siteId,
        planId: plan.id,
        number: rows[0].number,
        revision: 1,
        content,
      });
    });
    return readQuote(trx, body.id);
  });
}

interface NewQuote {
  id: string;
  siteId: string;
  planId: string;
  number: number;
  revision: number;
  content: QuoteContent;
}

const insertQuote = (trx: Transaction, context: Context, { content, ...row }: NewQuote) =>
  trx('quotes').insert({
    ...row,
    state: 'draft',
    content: json({ ...content, id: undefined }),
    createdAt: context.clock(),
    by: context.person.id,
  });

const quoteCursor = z.tuple([z.iso.datetime({ offset: true }), uuid]);

export async function listQuotes(context: Context, query: QueryOf<Endpoints['listQuotes']>) {
  const after = decodeCursor(query.cursor, quoteCursor);
  const rows = quoteItems(context.database)
    .orderBy([
      { column: 'created_at', order: 'desc' },
      { column: 'quotes.id', order: 'desc' },
    ])
    .limit(query.limit + 1);
  if (after) rows.whereRaw('(created_at, quotes.id) < (?::timestamptz, ?::uuid)', after);
  if (query.state) rows.where({ state: query.state });
  if (query.site) rows.where({ siteId: query.site });
  const { items, next } = page(await rows, query.limit, (row) => [row.createdAt, row.id]);
  return { next, items: items.map(({ createdAt: _, ...item }) => item) };
}

/** Quotes as they stand in lists. */
export const quoteItems = (connection: Connection) =>
  connection('quotes')
    .join('sites', 'sites.id', 'quotes.site_id')
    .select(
      'quotes.id',
      'quotes.siteId',
      'sites.name as site',
      'number',
      'revision',
      'state',
      'validUntil',
      'sentAt',
      'createdAt',
      connection.raw("(content #>> '{one,gross}')::bigint as gross, content ->> 'currency' as currency"),
    );

export function changeQuote(context: Context, id: string, body: BodyOf<Endpoints['changeQuote']>): Promise<Quote> {
  return context.database.transaction(async (trx) => {
    const row = await mustFind<Quote & { content: QuoteContent }>(trx, 'quotes', id, 'quote');
    if (row.state !== 'draft') throw outOfOrder('A sent quote is frozen. Make the next revision and change that.');
    const { version, overrule, ...words } = body;
    let content: QuoteContent = { ...row.content, ...definedOnly(words) };
    if (overrule) content = overruleLines(content, overrule, await readPlan(trx, row.planId));
    await updateVersioned(trx, context, { table: 'quotes', record: 'quote', id, version }, { content: json(content) });
    return readQuote(trx, id);
  });
}

const definedOnly = <T extends object>(value: T): Partial<T> =>
  Object.fromEntries(Object.entries(value).filter(([, entry]) => entry !== undefined)) as Partial<T>;

/** Sends a draft: frozen from then on, and any earlier revision of it is superseded. */
export function sendQuote(context: Context, id: string, body: BodyOf<Endpoints['sendQuote']>): Promise<Quote> {
  return context.database.transaction(async (trx) => {
    const row = await mustFind<Quote>(trx, 'quotes', id, 'quote');
    if (row.state !== 'draft') throw outOfOrder('This quote has been sent already.');
    const company = await readCompany({ database: trx });
    const site = await mustFind<Site>(trx, 'sites', row.siteId, 'site');
    const sentAt = context.clock();
    await updateVersioned(
      trx,
      context,
      { table: 'quotes', record: 'quote', id, version: body.version },
      {
        state: 'sent',
        sentAt,
        validUntil: addDays(dateIn(sentAt, site.zone), company.quoteValidDays),
      },
    );
    await trx('quotes')
      .where({ number: row.number, state: 'sent' })
      .where('revision', '<', row.revision)
      .update({ state: 'superseded', version: trx.raw('version + 1') });
    return readQuote(trx, id);
  });
}

export function decideQuote(context: Context, id: string, body: BodyOf<Endpoints['decideQuote']>): Promise<Quote> {
  return context.database.transaction(async (trx) => {
    const current = await readQuote(trx, id);
    if (current.state !== 'sent') throw outOfOrder(`Only a sent quote can be decided; this one is ${current.state}.`);
    const site = await mustFind<Site>(trx, 'sites', current.siteId, 'site');
    if (current.validUntil && current.validUntil < dateIn(context.clock(), site.zone)) {
      throw outOfOrder('This quote has expired. Make the next revision and send that.');
    }
    if (body.choice === 'planned' && current.planned === null) {
      throw outOfOrder('No plan of visits was offered on this quote.');
    }
    await updateVersioned(
      trx,
      context,
      { table: 'quotes', record: 'quote', id, version: body.version },
      {
        state: body.decision,
        choice: body.decision === 'accepted' ? body.choice : null,
        decidedAt: context.clock(),
      },
    );
    return readQuote(trx, id);
  });
}

export function reviseQuote(context: Context, id: string, body: BodyOf<Endpoints['reviseQuote']>): Promise<Quote> {
  return context.database.transaction(async (trx) => {
    const old = await readQuote(trx, id);
    if (old.state === 'draft') throw outOfOrder('A draft can be changed as it is.');
    if (old.state === 'accepted') throw outOfOrder('An accepted quote stands. Draft a new quote for further work.');
    const plan = await lastPlan(trx, old.siteId);
    const company = await readCompany({ database: trx });
    const content = composeQuote(
      plan,
      { currency: company.currency, taxRate: company.prices.taxRate },
      { message: old.message, stated: old.stated },
    );
    await createOnce(trx, context, 'quote', { ...body, of: id }, async () => {
      await trx.raw('select 1 from quotes where number = ? for update', [old.number]);
      const { rows } = await trx.raw('select max(revision) + 1 as revision from quotes where number = ?', [old.number]);
      await insertQuote(trx, context, {
        id: body.id,
        siteId: old.siteId,
        planId: plan.id,
        number: old.number,
        revision: rows[0].revision,
        content,
      });
    });
    return readQuote(trx, body.id);
  });
}

/** Background work: sent quotes whose day has passed are expired, each with its row in the trail. */
export async function expireQuotes(services: Pick<Services, 'database' | 'clock'>): Promise<number> {
  return services.database.transaction(async (trx) => {
    const rows = await trx('quotes')
      .join('sites', 'sites.id', 'quotes.site_id')
      .where({ state: 'sent' })
      .whereRaw('valid_until < (?::timestamptz at time zone sites.zone)::date', [services.clock()])
      .forUpdate('quotes')
      .select('quotes.id');
    for (const { id } of rows) {
      await trx('quotes')
        .where({ id })
        .update({ state: 'expired', version: trx.raw('version + 1') });
      await trail(
        trx,
        { clock: services.clock, requestId: 'expiry', person: null },
        { record: 'quote', id, action: 'expire' },
      );
    }
    return rows.length;
  });
}
