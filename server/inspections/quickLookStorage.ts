import type { YesNo } from '../../contract/common.ts';
import { type QuickLook, quickLook } from '../../contract/inspections/quickLooks.ts';
import type { CallAnswer } from '../../core/letters/states.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** Calls with the name of whoever took them. */
const named = (connection: Connection) =>
  withPerson(connection('quick_looks'), 'quick_looks.by')
    .leftJoin('call_links', 'call_links.quick_look_id', 'quick_looks.id')
    .select(
      'quick_looks.*',
      'people.name as by',
      'madeAt',
      'expiresAt',
      'openedAt',
      'call_links.answer',
      'call_links.said',
    );

/** Calls of before a price was a range have that of its middle. */
function parsed(row: Record<string, unknown>): QuickLook {
  const { madeAt, expiresAt, openedAt, answer, said, output, ...call } = row;
  const { price } = output as QuickLook['output'];
  const link = madeAt ? { madeAt, expiresAt, openedAt, answer, said } : null;
  return quickLook.parse({
    ...call,
    link,
    output: { prices: { low: price, mid: price, high: price }, ...(output as object) },
  });
}

interface NewQuickLook extends Omit<QuickLook, 'at' | 'siteId' | 'link'> {
  at: Date;
  input: unknown;
}

export const insertQuickLook = (trx: Transaction, { fields, input, output, ...row }: NewQuickLook): Promise<unknown> =>
  trx('quick_looks').insert({ ...row, fields: json(fields), input: json(input), output: json(output) });

/** The call, or a 404. */
export const readQuickLook = async (connection: Connection, id: string): Promise<QuickLook> =>
  parsed(mustHave(await named(connection).where({ 'quick_looks.id': id }).first(), 'call'));

/** One more than a page of calls, last first. */
export async function listQuickLookRows(
  connection: Connection,
  query: PageQuery & { open?: YesNo | undefined },
): Promise<QuickLook[]> {
  const rows = newestFirst(named(connection), 'quick_looks.at', 'quick_looks.id', query);
  if (query.open === 'yes') rows.whereNull('siteId');
  if (query.open === 'no') rows.whereNotNull('siteId');
  return (await rows).map(parsed);
}

/** @returns whether the call was still waiting, and now belongs to the site */
export async function giveSite(trx: Transaction, id: string, siteId: string): Promise<boolean> {
  const updated = await trx('quick_looks').where({ id }).whereNull('siteId').update({ siteId });
  return updated > 0;
}

interface CallLink {
  quickLookId: string;
  tokenHash: Buffer;
  madeAt: Date;
  madeBy: string;
  expiresAt: Date;
}

/** Keeps a link to a call in the place of the one before; what was answered by that stays, and may be changed anew. */
export const keepCallLink = (trx: Transaction, link: CallLink): Promise<unknown> =>
  trx('call_links')
    .insert({ ...link, answers: 0 })
    .onConflict('quick_look_id')
    .merge();

/** A call behind a link, what its caller has answered so far, and how often. */
export interface OpenCall {
  quickLookId: string;
  madeBy: string;
  answer: CallAnswer | null;
  said: string;
  answers: number;
}

const behind = (connection: Connection, tokenHash: Buffer, now: Date) =>
  connection('call_links').where({ tokenHash }).where('expires_at', '>', now);
const OPEN_CALL = ['quickLookId', 'madeBy', 'answer', 'said', 'answers'];

/** The call behind a link that opens; undefined where there is none, or it has run out. */
export const callBehind = (connection: Connection, tokenHash: Buffer, now: Date): Promise<OpenCall | undefined> =>
  behind(connection, tokenHash, now).first(OPEN_CALL);

/** The same, held until the transaction ends: no other link takes its place meanwhile. */
export const lockCallBehind = (trx: Transaction, tokenHash: Buffer, now: Date): Promise<OpenCall | undefined> =>
  behind(trx, tokenHash, now).forUpdate().first(OPEN_CALL);

export const noteCallOpened = (connection: Connection, quickLookId: string, at: Date): Promise<unknown> =>
  connection('call_links').where({ quickLookId }).whereNull('openedAt').update({ openedAt: at });

export const keepCallAnswer = (
  trx: Transaction,
  quickLookId: string,
  told: { answer: CallAnswer; said: string; answeredAt: Date },
): Promise<unknown> =>
  trx('call_links')
    .where({ quickLookId })
    .update({ ...told, answers: trx.raw('answers + 1') });

/** Callers who want somebody to look, the longest waiting first. */
export const callsThatWait = (
  connection: Connection,
  limit: number,
): Promise<{ id: string; name: string; phone: string; said: string; at: string }[]> =>
  connection('quick_looks')
    .join('call_links', 'call_links.quick_look_id', 'quick_looks.id')
    .where('call_links.answer', 'look')
    .whereNull('quick_looks.site_id')
    .orderBy(['call_links.answered_at', 'quick_looks.id'])
    .limit(limit)
    .select(
      'quick_looks.id',
      connection.raw(`fields #>> '{caller,name}' as name`),
      connection.raw(`fields #>> '{caller,phone}' as phone`),
      'call_links.said',
      'call_links.answered_at as at',
    );
