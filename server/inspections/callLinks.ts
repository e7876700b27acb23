import type { BodyOf } from '../../contract/endpoint.ts';
import type { CallLetter, quickLookEndpoints } from '../../contract/inspections/quickLooks.ts';
import { CALL_LINK_DAYS, MOST_CALL_ANSWERS } from '../../core/letters/states.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { readCompany, readNamedCompany } from '../company/useCases.ts';
import type { Context, OpenContext } from '../context.ts';
import { AppError } from '../errors.ts';
import { refuseGuess } from '../people/guessing.ts';
import { hashToken, makeToken } from '../people/passwords.ts';
import { findPerson } from '../people/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { mustHave, trail } from '../storage/writing.ts';
import {
  callBehind,
  keepCallAnswer,
  keepCallLink,
  lockCallBehind,
  noteCallOpened,
  type OpenCall,
  readQuickLook,
} from './quickLookStorage.ts';

type Endpoints = typeof quickLookEndpoints;

/** A private link to what a caller was told. Its token leaves the server once, in this answer; only its hash is kept. */
export function makeCallLink(context: Context, quickLookId: string) {
  return inTransaction(context, async (trx) => {
    await readQuickLook(trx, quickLookId);
    await readNamedCompany({ database: trx }, 'estimate');
    const [token, madeAt] = [makeToken(), context.clock()];
    const expiresAt = new Date(madeAt.getTime() + CALL_LINK_DAYS * MILLISECONDS_PER_DAY);
    const link = { quickLookId, tokenHash: hashToken(token), madeAt, madeBy: context.person.id, expiresAt };
    await keepCallLink(trx, link);
    await trail(trx, context, { record: 'quick look', id: quickLookId, action: 'link', change: { expiresAt } });
    return { token, expiresAt: expiresAt.toISOString() };
  });
}

const notThere = (context: OpenContext): Promise<never> =>
  refuseGuess(context, 'estimate behind this link: it was replaced or has run out; telephone whoever sent it');

/** The estimate behind a link. To read it changes nothing: mail programs and previews do that too. */
export async function readCall(context: OpenContext, token: string): Promise<CallLetter> {
  const { database, clock } = context;
  const { quickLookId, madeBy } = (await callBehind(database, hashToken(token), clock())) ?? (await notThere(context));
  return letterOf(database, quickLookId, madeBy);
}

/** Does something by a link that is held meanwhile, so that none takes its place until that is done. */
async function byOpenLink<T>(
  context: OpenContext,
  token: string,
  work: (trx: Transaction, call: OpenCall) => Promise<T>,
): Promise<T> {
  const done = await inTransaction(context, async (trx) => {
    const call = await lockCallBehind(trx, hashToken(token), context.clock());
    return call && { answer: await work(trx, call) };
  });
  return done ? done.answer : notThere(context);
}

/** Notes that somebody reads the estimate, which their page says once it is in front of them. */
export const noteCallRead = (context: OpenContext, token: string): Promise<undefined> =>
  byOpenLink(context, token, async (trx, { quickLookId }) => {
    await noteCallOpened(trx, quickLookId, context.clock());
    return undefined;
  });

/** What the caller wants. Saying it again, or otherwise, takes the place of what was said before. */
export const answerCall = (
  context: OpenContext,
  token: string,
  { answer, said }: BodyOf<Endpoints['answerCall']>,
): Promise<CallLetter> =>
  byOpenLink(context, token, async (trx, { quickLookId, madeBy, ...before }) => {
    await noteCallOpened(trx, quickLookId, context.clock());
    // Sent twice it is the same answer, and no new row in the trail.
    if (before.answer === answer && before.said === said) return letterOf(trx, quickLookId, madeBy);
    if (before.answers >= MOST_CALL_ANSWERS) throw answeredOften();
    await keepCallAnswer(trx, quickLookId, { answer, said, answeredAt: context.clock() });
    const change = { answer, said, from: context.address };
    await trail(trx, { ...context, person: null }, { record: 'quick look', id: quickLookId, action: 'answer', change });
    return letterOf(trx, quickLookId, madeBy);
  });

const answeredOften = () =>
  new AppError(
    'too-many',
    'Changed many times',
    'This answer was changed many times already. Telephone whoever sent you the link.',
  );

async function letterOf(connection: Connection, id: string, madeBy: string): Promise<CallLetter> {
  const { name: firm, currency, zone } = await readCompany({ database: connection });
  const { units } = mustHave(await findPerson(connection, madeBy), 'person');
  const { at, fields, output, link } = await readQuickLook(connection, id);
  const { caller, modules } = fields;
  return {
    ...{ firm, currency, units: { ...units, zone }, at, output },
    expiresAt: link?.expiresAt ?? '',
    fields: { caller, modules },
    answer: link?.answer ?? null,
  };
}
