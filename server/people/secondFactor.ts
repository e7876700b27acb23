import { createHash, randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { accountEndpoints } from '../../contract/people/account.ts';
import type { Context } from '../context.ts';
import { AppError, invalid, outOfOrder } from '../errors.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { INSTALLATION_ID, mustFind, trail } from '../storage/writing.ts';
import { endWhatStands } from './epochs.ts';
import { checkOwnPassword } from './passwordUse.ts';
import * as storage from './secondFactorStorage.ts';
import type { PersonRow } from './storage.ts';

type Endpoints = typeof accountEndpoints;

/** RFC 6238 as every app has it: SHA-1, six digits, half a minute. One step either way is let through. */
const PERIOD = 30;
const WINDOW = 1;
const RECOVERY_CODES = 10;

const totp = (secret: string, label = ''): TOTP =>
  new TOTP({
    issuer: 'Wide Pail',
    label,
    algorithm: 'SHA1',
    digits: 6,
    period: PERIOD,
    secret: Secret.fromBase32(secret),
  });

/** The step that a code belongs to; null where it is no code of this secret about now. */
function stepOf(secret: string, code: string, now: Date): number | null {
  const delta = totp(secret).validate({ token: code, window: WINDOW, timestamp: now.getTime() });
  return delta === null ? null : Math.floor(now.getTime() / 1000 / PERIOD) + delta;
}

const hashCode = (code: string): Buffer =>
  createHash('sha256')
    .update(code.replace(/[^a-z0-9]/gi, '').toLowerCase())
    .digest();

/** Ten characters of thirty-two that are not mistaken for each other: fifty bits each. */
function makeCode(): string {
  const letters = [...randomBytes(10)].map((byte) => 'abcdefghijkmnpqrstuvwxyz23456789'[byte % 32]).join('');
  return `${letters.slice(0, 5)}-${letters.slice(5)}`;
}

/** Holds a code against somebody's second factor. A code counts once, whichever kind it is. */
export async function codeMatches(trx: Transaction, personId: string, code: string, now: Date): Promise<boolean> {
  const factor = await storage.findFactor(trx, personId);
  if (!factor?.confirmedAt) return false;
  if (/^\d{6}$/.test(code)) {
    const step = stepOf(factor.secret, code, now);
    return step !== null && storage.takeStep(trx, personId, step);
  }
  return storage.spendRecoveryCode(trx, personId, hashCode(code), now);
}

export async function readFactor({ database, person }: Pick<Context, 'database' | 'person'>) {
  return {
    on: await storage.hasFactor(database, person.id),
    codesLeft: await storage.codesLeft(database, person.id),
    forAll: await storage.factorForAll(database),
  };
}

export async function beginFactor(context: Context, body: BodyOf<Endpoints['beginFactor']>) {
  const { email } = await checkOwnPassword(context, body.password, 'password');
  if (await storage.hasFactor(context.database, context.person.id))
    throw outOfOrder('There is a second factor already. Take that away first.');
  const secret = new Secret({ size: 20 }).base32;
  await storage.keepUnconfirmed(context.database, context.person.id, secret);
  return { secret, address: totp(secret, email).toString() };
}

/** @param session that goes on; whatever was opened without the factor ends */
export function confirmFactor(context: Context, { code }: BodyOf<Endpoints['confirmFactor']>, session: string) {
  return inTransaction(context, async (trx) => {
    const { id } = context.person;
    const factor = await storage.findFactor(trx, id);
    if (factor === undefined || factor.confirmedAt) throw outOfOrder('Nothing waits to be confirmed. Begin anew.');
    const step = stepOf(factor.secret, code, context.clock());
    if (step === null)
      throw invalid('code', 'is not the one the app shows now; see that the clock of the phone is right');
    const recoveryCodes = Array.from({ length: RECOVERY_CODES }, makeCode);
    await storage.confirmFactor(trx, id, step, context.clock(), recoveryCodes.map(hashCode));
    await endWhatStands(trx, id, session);
    await trail(trx, context, { record: 'person', id, action: 'second factor on' });
    return { recoveryCodes };
  });
}

async function drop(trx: Transaction, context: Context, id: string, kept?: string): Promise<void> {
  await storage.dropFactor(trx, id);
  await endWhatStands(trx, id, kept);
  await trail(trx, context, { record: 'person', id, action: 'second factor off' });
}

/** @param session that goes on */
export async function dropFactor(context: Context, body: BodyOf<Endpoints['dropFactor']>, session: string) {
  await checkOwnPassword(context, body.password, 'password');
  await inTransaction(context, (trx) => drop(trx, context, context.person.id, session));
  return readFactor(context);
}

/** For somebody who has lost theirs. Whoever had it is out. */
export function dropFactorOf(context: Context, id: string): Promise<undefined> {
  return inTransaction(context, async (trx) => {
    await mustFind<PersonRow>(trx, 'people', id, 'person');
    await drop(trx, context, id);
    return undefined;
  });
}

/** An owner who asks it of everybody has one first: who asks is not locked out by it. */
export function requireFactor(context: Context, { forAll }: BodyOf<Endpoints['requireFactor']>) {
  return inTransaction(context, async (trx) => {
    if (forAll && !(await storage.hasFactor(trx, context.person.id)))
      throw outOfOrder('Set up your own second factor first; then ask it of everybody.');
    await storage.setFactorForAll(trx, forAll);
    await trail(trx, context, {
      record: 'company',
      id: INSTALLATION_ID,
      action: 'change',
      change: { secondFactorForAll: forAll },
    });
    return { forAll };
  });
}

/** What is said to somebody whose password is right and whose code is missing or wrong. */
export const codeProblem = (given: boolean): AppError =>
  new AppError(
    'not-signed-in',
    given ? 'Not signed in' : 'One more step',
    given ? 'That code is not right, or was used.' : 'Give the code of your second factor.',
    {
      issues: [
        {
          path: 'code',
          message: given
            ? 'is not right, or was used already'
            : 'is asked for: six digits of the app, or a recovery code',
        },
      ],
    },
  );

export const factorOf = (connection: Connection, personId: string): Promise<boolean> =>
  storage.hasFactor(connection, personId);
