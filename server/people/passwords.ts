import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import pLimit from 'p-limit';
import { busy } from '../errors.ts';

/** Each takes 19 MiB and a core for a while: a flood of guesses must leave both to the others. */
const atOnce = pLimit(2);
const MOST_WAITING = 60;

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (atOnce.pendingCount >= MOST_WAITING) throw busy();
  return atOnce(work);
}

/** Argon2id with the library's defaults: 19 MiB, two passes (OWASP). */
export const hashPassword = (password: string): Promise<string> => inTurn(() => hash(password));

/** A hash to check against where nobody has that address, so that the answer takes as long. */
const nobody = hash(randomBytes(16).toString('hex'));

export async function passwordMatches(stored: string | undefined, password: string): Promise<boolean> {
  const against = stored ?? (await nobody);
  const matches = await inTurn(() => verify(against, password));
  return matches && stored !== undefined;
}

/** A one-time token for a link; only its hash is kept. */
export const makeToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();
