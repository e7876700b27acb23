import { createHash } from 'node:crypto';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { peopleEndpoints } from '../../contract/people/endpoints.ts';
import type { OpenContext } from '../context.ts';
import { AppError } from '../errors.ts';
import { inTransaction } from '../storage/transactions.ts';
import { INSTALLATION_ID, trail } from '../storage/writing.ts';
import { isKnownDevice, knowDevice } from './deviceStorage.ts';
import { type Gate, reserveAttempt, settleAttempt } from './limiter.ts';
import { networkOf } from './network.ts';
import { hashToken, passwordMatches } from './passwords.ts';
import { codeMatches, codeProblem, factorOf } from './secondFactor.ts';
import { findPersonByEmail, type PersonRow } from './storage.ts';
import { tooMany } from './tooMany.ts';

type Body = BodyOf<(typeof peopleEndpoints)['signIn']>;

/** Where a sign-in comes from: its network address, its browser, and the name its device was given before. */
export interface Origin {
  device: string | null;
  agent: string;
}

const FREE = { account: 5, address: 20, device: 8 };

const digest = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * What a sign-in is counted under: the account and the address it comes from, so that guessing gets slower for both. A
 * device from which that person has come in before is counted by itself: strangers who guess lock nobody out.
 */
function gatesOf(email: string, address: string, known: string | null): [own: Gate, ...others: Gate[]] {
  if (known !== null) return [{ key: `device:${digest(known + email)}`, free: FREE.device }];
  return [
    { key: `account:${digest(email)}`, free: FREE.account },
    { key: `address:${networkOf(address)}`, free: FREE.address },
  ];
}

/** Checks a sign-in: counted first, then the password, then the second factor where there is one. */
export async function signIn(context: OpenContext, body: Body, { device, agent }: Origin): Promise<PersonRow> {
  const { database, clock, address } = context;
  const row = await findPersonByEmail(database, body.email);
  const known = row && device && (await isKnownDevice(database, row.id, hashToken(device))) ? device : null;
  const gates = gatesOf(body.email, address, known);
  const until = await reserveAttempt(database, gates, clock());
  if (until) throw tooMany(until, clock());
  const [own, ...others] = gates;
  const takeBack = async (all: boolean) => {
    await settleAttempt(database, own.key, all, clock());
    for (const { key } of others) await settleAttempt(database, key, false, clock());
  };
  const matches = await passwordMatches(row?.passwordHash, body.password);
  if (!matches || row === undefined || row.disabled) {
    await noteRefusal(context, row, body.email, agent, row?.disabled && matches ? 'account closed' : 'password');
    throw new AppError('not-signed-in', 'Not signed in', 'The address or the password is not right.', {
      issues: [{ path: 'password', message: 'address or password is not right' }],
    });
  }
  if (await factorOf(database, row.id)) {
    // Without a code nothing was guessed: this attempt is taken back, but those before it stay counted.
    if (body.code === undefined) {
      await takeBack(false);
      throw codeProblem(false);
    }
    const { code } = body;
    if (!(await inTransaction({ database }, (trx) => codeMatches(trx, row.id, code, clock())))) {
      await noteRefusal(context, row, body.email, agent, 'second factor');
      throw codeProblem(true);
    }
  }
  await takeBack(true);
  await inTransaction({ database }, async (trx) => {
    if (device) await knowDevice(trx, row.id, hashToken(device), clock());
    const writer = { ...context, person: { id: row.id } };
    await trail(trx, writer, { record: 'person', id: row.id, action: 'sign-in', change: { from: address, agent } });
  });
  return row;
}

async function noteRefusal(
  context: OpenContext,
  row: PersonRow | undefined,
  email: string,
  agent: string,
  because: string,
): Promise<void> {
  const change = { because, from: context.address, agent, ...(row ? {} : { email }) };
  const of = row ? { record: 'person', id: row.id } : { record: 'sign-in', id: INSTALLATION_ID };
  await inTransaction(context, (trx) =>
    trail(trx, { ...context, person: null }, { ...of, action: 'sign-in refused', change }),
  );
}
