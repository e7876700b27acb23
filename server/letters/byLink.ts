import { randomUUID } from 'node:crypto';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { Letter, lettersEndpoints } from '../../contract/letters/endpoints.ts';
import { MOST_ASKED, SAME_READING } from '../../core/letters/states.ts';
import { isDrawn } from '../../core/reports/signature.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { agree } from '../agreements/accept.ts';
import type { OpenContext } from '../context.ts';
import type { PaperFile } from '../documents/files.ts';
import { newestPaper, paperOf } from '../documents/paperStorage.ts';
import { AppError, invalid, outOfOrder } from '../errors.ts';
import { refuseGuess } from '../people/guessing.ts';
import { hashToken } from '../people/passwords.ts';
import { readQuote } from '../quotes/storage.ts';
import { decide } from '../quotes/useCases.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, isMade, mustHave, type Writer } from '../storage/writing.ts';
import { letterOf } from './read.ts';
import {
  askedSince,
  eventsOf,
  insertEvent,
  type LetterRow,
  lastOpened,
  lockOpenLetter,
  openLetter,
} from './storage.ts';

type Endpoints = typeof lettersEndpoints;

const notThere = (context: OpenContext): Promise<never> =>
  refuseGuess(context, 'offer behind this link: it was withdrawn or has run out; ask whoever sent it for a new one');

/** The link behind a token; what is not there is a guess. */
const opened = async (context: OpenContext, token: string): Promise<LetterRow> =>
  (await openLetter(context.database, hashToken(token), context.clock())) ?? notThere(context);

/** Does something by a link that is held meanwhile, so that it is open until that is done. */
async function byOpenLink<T>(
  context: OpenContext,
  token: string,
  work: (trx: Transaction, letter: LetterRow) => Promise<T>,
): Promise<T> {
  const done = await inTransaction(context, async (trx) => {
    const letter = await lockOpenLetter(trx, hashToken(token), context.clock());
    return letter && { answer: await work(trx, letter) };
  });
  return done ? done.answer : notThere(context);
}

/** Whoever comes by a link is nobody that the house knows. */
const writerOf = (context: OpenContext): Writer => ({ ...context, person: null });

/** The offer behind a link. To read it changes nothing: mail programs and previews do that too. */
export async function readLetter(context: OpenContext, token: string): Promise<Letter> {
  const { quoteId } = await opened(context, token);
  return letterOf(context.database, quoteId, context.clock());
}

/** Notes that somebody reads the offer, which their page says once it is in front of them. */
export const noteLetterRead = (context: OpenContext, token: string): Promise<undefined> =>
  byOpenLink(context, token, async (trx, { id }) => {
    await noteReading(trx, context, id);
    return undefined;
  });

/** Notes that somebody reads; a page that is read again within minutes is the same reading. */
async function noteReading(trx: Transaction, { clock, address }: OpenContext, letterId: string): Promise<void> {
  const [now, last] = [clock(), await lastOpened(trx, letterId)];
  if (last && now.getTime() - Date.parse(last.at) < SAME_READING * 60_000) return;
  await insertEvent(trx, { id: randomUUID(), letterId, kind: 'opened', at: now, by: null, body: { from: address } });
}

/** The paper that went out, byte for byte. */
export async function letterPaper(context: OpenContext, token: string): Promise<PaperFile> {
  const { quoteId } = await opened(context, token);
  const { bytes, name } = mustHave(await newestPaper(context.database, 'quote', quoteId), 'paper');
  return { bytes, name, type: 'application/pdf', cache: 'never' };
}

export const askByLetter = (
  context: OpenContext,
  token: string,
  body: BodyOf<Endpoints['askByLetter']>,
): Promise<Letter> =>
  byOpenLink(context, token, async (trx, { id: letterId, quoteId }) => {
    await noteReading(trx, context, letterId);
    const content = { ...body, letterId };
    if (!(await isMade(trx, 'letter message', content))) await mustNotFlood(trx, context, letterId);
    await createOnce(trx, writerOf(context), 'letter message', content, () =>
      insertEvent(trx, {
        ...{ id: body.id, letterId, kind: 'asked', at: context.clock(), by: null },
        body: { text: body.text, from: context.address },
      }),
    );
    return letterOf(trx, quoteId, context.clock());
  });

async function mustNotFlood(connection: Connection, { clock }: OpenContext, letterId: string): Promise<void> {
  const { inAll, lately } = await askedSince(connection, letterId, new Date(clock().getTime() - MILLISECONDS_PER_DAY));
  if (lately < MOST_ASKED.aDay && inAll < MOST_ASKED.inAll) return;
  throw new AppError(
    'too-many',
    'Too many questions',
    'That is enough for one day. Telephone, or ask again tomorrow.',
    {
      retryAfter: 3600,
    },
  );
}

/**
 * Takes the customer's answer to what they read, once however often it is sent: with their name, from where it came, when the
 * page was read first and the sum of the paper. Accepted, the offer is an agreement from then on.
 */
export async function decideByLetter(
  context: OpenContext,
  token: string,
  body: BodyOf<Endpoints['decideByLetter']>,
  agent: string,
): Promise<Letter> {
  return byOpenLink(context, token, async (trx, { id: letterId, quoteId }) => {
    if (body.decision === 'accepted' && !isDrawn(body.strokes))
      throw invalid('strokes', 'are missing; draw your signature');
    const writer = writerOf(context);
    await noteReading(trx, context, letterId);
    await createOnce(trx, writer, 'letter answer', { ...body, letterId }, async () => {
      const { version } = await readQuote(trx, quoteId);
      const paper = await paperOf(trx, 'quote', quoteId);
      if (paper?.sha256 !== body.sha256)
        throw outOfOrder('This is not the offer that was read. Load the page again and read it before you answer.');
      const choice = body.decision === 'accepted' ? body.choice : 'one';
      const quote = await decide(trx, writer, quoteId, {
        version,
        choice,
        additions: body.decision === 'accepted' ? body.additions : [],
        decision: body.decision,
        because: body.decision === 'declined' ? body.reason : '',
      });
      const { id, decision, ...said } = body;
      const seenAt = (await eventsOf(trx, [letterId])).find(({ kind }) => kind === 'opened')?.at ?? null;
      await insertEvent(trx, {
        ...{ id, letterId, kind: decision, at: context.clock(), by: null },
        body: { ...said, seenAt, from: context.address, agent },
      });
      if (decision === 'accepted') await agree(trx, writer, quote);
    });
    return letterOf(trx, quoteId, context.clock());
  });
}
