import type { OpenContext } from '../context.ts';
import { notFound } from '../errors.ts';
import { reserveAttempt } from './limiter.ts';
import { networkOf } from './network.ts';
import { tooMany } from './tooMany.ts';

/** Links that were not there, from one caller, before they have to wait. */
const FREE_GUESSES = 10;

/**
 * Refuses a private link that is not there, and counts it by where the asking comes from: whoever guesses has to wait twice as
 * long each time, whichever kind of link they guess. It is asked only once the link was looked for, so whoever has one is never
 * kept from it.
 * @param what is behind it, and what to do
 */
export async function refuseGuess(
  { database, clock, address }: Pick<OpenContext, 'database' | 'clock' | 'address'>,
  what: string,
): Promise<never> {
  const until = await reserveAttempt(database, [{ key: `link ${networkOf(address)}`, free: FREE_GUESSES }], clock());
  if (until) throw tooMany(until, clock(), 'links led nowhere');
  throw notFound(what);
}
