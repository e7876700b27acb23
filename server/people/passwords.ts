import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the library's defaults: 19 MiB, two passes (OWASP). */
export const hashPassword = (password: string): Promise<string> => hash(password);

/** A hash to check against where nobody has that address, so that the answer takes as long. */
const nobody = hash(randomBytes(16).toString('hex'));

export async function passwordMatches(stored: string | undefined, password: string): Promise<boolean> {
  const matches = await verify(stored ?? (await nobody), password);
  return matches && stored !== undefined;
}

/** A one-time token for a link; only its hash is kept. */
export const makeToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();
