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
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { mustHave, trail } from '../storage/writing.ts';
import {
  callBehind,
  keepCallAnswer,
  keepCallLink,
  lockCallAnswer,
  noteCallOpened,
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

/** The call behind a token; what is not there is a guess. */
async function opened(context: OpenContext, token: string) {
  const found = await callBehind(context.database, hashToken(token), context.clock());
  const what = 'estimate behind this link: it was replaced or has run out; telephone whoever sent it';
  return found ?? refuseGuess(context, 'call', what);
}

export async function readCall(context: OpenContext, token: string): Promise<CallLetter> {
  const { quickLookId, madeBy } = await opened(context, token);
  await noteCallOpened(context.database, quickLookId, context.clock());
  return letterOf(context.database, quickLookId, madeBy);
}

/** What the caller wants. Saying it again, or otherwise, takes the place of what was said before. */
export async function answerCall(
  context: OpenContext,
  token: string,
  { answer, said }: BodyOf<Endpoints['answerCall']>,
): Promise<CallLetter> {
  const { quickLookId, madeBy } = await opened(context, token);
  return inTransaction(context, async (trx) => {
    const before = await lockCallAnswer(trx, quickLookId);
    // Sent twice it is the same answer, and no new row in the trail.
    if (before.answer === answer && before.said === said) return letterOf(trx, quickLookId, madeBy);
    if (before.answers >= MOST_CALL_ANSWERS) throw answeredOften();
    await keepCallAnswer(trx, quickLookId, { answer, said, answeredAt: context.clock() });
    const change = { answer, said, from: context.address };
    await trail(trx, { ...context, person: null }, { record: 'quick look', id: quickLookId, action: 'answer', change });
    return letterOf(trx, quickLookId, madeBy);
  });
}

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
