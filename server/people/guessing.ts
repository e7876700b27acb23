import type { OpenContext } from '../context.ts';
import { notFound } from '../errors.ts';
import { reserveAttempt } from './limiter.ts';
import { tooMany } from './tooMany.ts';

/** Links that were not there, from one address, before it has to wait. */
const FREE_GUESSES = 10;

/**
 * Refuses a private link that is not there, and counts it by where the asking comes from: whoever guesses has to wait twice as
 * long each time. It is asked only once the link was looked for, so whoever has one is never kept from it.
 * @param kind of link, each with a count of its own @param what is behind it, and what to do
 */
export async function refuseGuess(
  { database, clock, address }: Pick<OpenContext, 'database' | 'clock' | 'address'>,
  kind: string,
  what: string,
): Promise<never> {
  const until = await reserveAttempt(database, [{ key: `${kind} ${address}`, free: FREE_GUESSES }], clock());
  if (until) throw tooMany(until, clock());
  throw notFound(what);
}
