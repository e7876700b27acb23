import type { LetterEvent } from '../../core/letters/states.ts';
import { withPerson, withPersonIfAny } from '../people/names.ts';
import { withQuote } from '../quotes/storage.ts';
import { withSite } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { mustHave } from '../storage/writing.ts';

export interface LetterRow {
  id: string;
  quoteId: string;
  madeAt: string;
  expiresAt: string;
  withdrawnAt: string | null;
}

export interface EventRow {
  id: string;
  letterId: string;
  kind: LetterEvent;
  at: string;
  /** of the desk; null where it came by the link */
  by: string | null;
  body: Record<string, unknown>;
}

export const insertLetter = (
  trx: Transaction,
  row: { id: string; quoteId: string; tokenHash: Buffer; madeAt: Date; madeBy: string; expiresAt: Date },
): Promise<unknown> => trx('letters').insert(row);

/** The link behind a token, while it opens anything. */
export const openLetter = (connection: Connection, tokenHash: Buffer, now: Date): Promise<LetterRow | undefined> =>
  connection('letters')
    .where({ tokenHash })
    .whereNull('withdrawnAt')
    .where('expiresAt', '>', now)
    .first('id', 'quoteId', 'madeAt', 'expiresAt', 'withdrawnAt');

/** The same, held until the transaction ends: nobody withdraws it meanwhile, and what is asked by it is counted one by one. */
export async function lockOpenLetter(trx: Transaction, tokenHash: Buffer, now: Date): Promise<LetterRow | undefined> {
  const found = await openLetter(trx, tokenHash, now);
  if (found === undefined) return undefined;
  await hold(trx, 'letters', [found.id]);
  return openLetter(trx, tokenHash, now);
}

/** The link, or a 404. */
export const findLetter = async (connection: Connection, id: string): Promise<LetterRow> =>
  mustHave(
    await connection('letters').where({ id }).first('id', 'quoteId', 'madeAt', 'expiresAt', 'withdrawnAt'),
    'link',
  );

export const lettersOf = (connection: Connection, quoteId: string): Promise<(LetterRow & { madeBy: string })[]> =>
  withPerson(connection('letters').where({ quoteId }), 'letters.made_by')
    .orderBy('madeAt')
    .select('letters.id', 'quoteId', 'madeAt', 'expiresAt', 'withdrawnAt', 'people.name as madeBy');

/** @returns whether this call withdrew it; one that is withdrawn stays as it is */
export async function withdraw(trx: Transaction, id: string, now: Date): Promise<boolean> {
  return (await trx('letters').where({ id }).whereNull('withdrawnAt').update({ withdrawnAt: now })) > 0;
}

/** What happened on some links, in order, with the name of whoever of the desk did it. */
export const eventsOf = (connection: Connection, letterIds: readonly string[]): Promise<EventRow[]> =>
  withPersonIfAny(connection('letter_events').whereIn('letterId', letterIds), 'letter_events.by')
    .orderBy('number')
    .select('letter_events.id', 'letterId', 'kind', 'at', 'people.name as by', 'body');

export const insertEvent = (
  trx: Transaction,
  { body, ...row }: { id: string; letterId: string; kind: LetterEvent; at: Date; by: string | null; body: object },
): Promise<unknown> => trx('letter_events').insert({ ...row, body: json(body) });

/** When a link was opened last; undefined where it never was. */
export const lastOpened = (connection: Connection, letterId: string): Promise<{ at: string } | undefined> =>
  connection('letter_events').where({ letterId, kind: 'opened' }).orderBy('number', 'desc').first('at');

/** How much was asked by a link, in all and since an instant. */
export async function askedSince(
  connection: Connection,
  letterId: string,
  since: Date,
): Promise<{ inAll: number; lately: number }> {
  const { rows } = await connection.raw(
    `select count(*)::int as "inAll", (count(*) filter (where at > ?))::int as lately
      from letter_events where letter_id = ? and kind = 'asked'`,
    [since, letterId],
  );
  return rows[0];
}

/** Quotes by whose links something was asked that nobody has answered, the longest waiting first. */
export const unansweredQuestions = (
  connection: Connection,
  limit: number,
): Promise<{ siteId: string; site: string; at: string; text: string }[]> =>
  withSite(
    withQuote(
      connection
        .with(
          'newest',
          connection('letter_events')
            .whereIn('kind', ['asked', 'answered'])
            .distinctOn('letter_id')
            .orderBy(['letter_id', { column: 'number', order: 'desc' }]),
        )
        .from('newest')
        .join('letters', 'letters.id', 'newest.letter_id'),
      'letters.quote_id',
    ),
    'quotes.site_id',
  )
    .where('newest.kind', 'asked')
    .orderBy('newest.at')
    .limit(limit)
    .select('sites.id as siteId', 'sites.name as site', 'newest.at', connection.raw(`newest.body ->> 'text' as text`));

/** Every link of some quotes, and what happened on them, as it is stored: without what would open them. */
export const recordedLetters = (
  connection: Connection,
  quoteIds: readonly string[],
): Promise<{ id: string; [column: string]: unknown }[]> =>
  connection('letters')
    .whereIn('quoteId', quoteIds)
    .orderBy('madeAt')
    .select('id', 'quoteId', 'madeAt', 'madeBy', 'expiresAt', 'withdrawnAt');
export const recordedLetterEvents = (
  connection: Connection,
  letterIds: readonly string[],
): Promise<Record<string, unknown>[]> => connection('letter_events').whereIn('letterId', letterIds).orderBy('number');
