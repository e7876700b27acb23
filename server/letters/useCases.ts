import type { BodyOf } from '../../contract/endpoint.ts';
import type { LetterLink, lettersEndpoints } from '../../contract/letters/endpoints.ts';
import { LETTER_OUTLASTS } from '../../core/letters/states.ts';
import { addedDays, utcDate } from '../../core/time/dates.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { hashToken, makeToken } from '../people/passwords.ts';
import { lockRevisions, readQuote } from '../quotes/storage.ts';
import { readSite } from '../sites/storage.ts';
import { hold } from '../storage/locks.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, trail } from '../storage/writing.ts';
import { startOfDay } from '../time/instants.ts';
import { linksOf } from './read.ts';
import { findLetter, insertEvent, insertLetter, withdraw } from './storage.ts';

type Endpoints = typeof lettersEndpoints;
type Links = { items: LetterLink[] };

/** A private link to a quote that went out. Its token leaves the server once, in this answer; only its hash is kept. */
export function makeLetter(context: Context, quoteId: string, { id }: BodyOf<Endpoints['makeLetter']>) {
  return inTransaction(context, async (trx) => {
    await lockRevisions(trx, quoteId);
    const { state, validUntil, siteId } = await readQuote(trx, quoteId);
    const { zone } = await readSite(trx, siteId);
    if (state !== 'sent') throw outOfOrder('A link is made to an offer that is sent and waits for its answer.');
    let token: string | null = null;
    await createOnce(trx, context, 'letter', { id, quoteId }, async () => {
      token = makeToken();
      const last = validUntil ?? utcDate(context.clock().getTime());
      await insertLetter(trx, {
        ...{ id, quoteId, tokenHash: hashToken(token), madeAt: context.clock(), madeBy: context.person.id },
        expiresAt: new Date(startOfDay(addedDays(last, LETTER_OUTLASTS), zone)),
      });
    });
    const { expiresAt } = await findLetter(trx, id);
    return { id, token, expiresAt };
  });
}

export async function listLetters(context: Context, quoteId: string): Promise<Links> {
  await readQuote(context.database, quoteId);
  return linksOf(context.database, quoteId);
}

export function withdrawLetter(context: Context, id: string): Promise<Links> {
  return inTransaction(context, async (trx) => {
    const { quoteId } = await findLetter(trx, id);
    await hold(trx, 'letters', [id]);
    if (await withdraw(trx, id, context.clock()))
      await trail(trx, context, { record: 'letter', id, action: 'withdraw' });
    return linksOf(trx, quoteId);
  });
}

export function answerLetter(
  context: Context,
  letterId: string,
  body: BodyOf<Endpoints['answerLetter']>,
): Promise<Links> {
  return inTransaction(context, async (trx) => {
    const { quoteId } = await findLetter(trx, letterId);
    await createOnce(trx, context, 'letter message', { ...body, letterId }, () =>
      insertEvent(trx, {
        ...{ id: body.id, letterId, kind: 'answered', at: context.clock(), by: context.person.id },
        body: { text: body.text },
      }),
    );
    return linksOf(trx, quoteId);
  });
}
