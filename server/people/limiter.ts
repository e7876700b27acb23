import { MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import type { Database } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { dropCountsBefore, forgetCount, lockCounts, setCount, takeBackCount } from './limiterStorage.ts';

/** What a sign-in is counted under, and how many may fail before it has to wait. */
export interface Gate {
  key: string;
  free: number;
}

const FIRST_DELAY = 1000;
const LONGEST_DELAY = 15 * 60_000;
/** Without an attempt for so long, ms, all is forgotten. */
export const FORGOTTEN_AFTER = 24 * MILLISECONDS_PER_HOUR;

/** How long, ms, nothing more is tried after so many failures: nothing at first, then twice as long each time. */
export function delayAfter(failures: number, free: number): number {
  if (failures < free) return 0;
  return Math.min(LONGEST_DELAY, FIRST_DELAY * 2 ** (failures - free));
}

/**
 * Counts a sign-in as failed before anything is checked, so that however many come at once no more are checked than may
 * fail. @returns until when it is blocked; null where it may be checked, and then has to be settled
 */
export function reserveAttempt(database: Database, gates: readonly Gate[], now: Date): Promise<Date | null> {
  return inTransaction({ database }, async (trx) => {
    const rows = await lockCounts(
      trx,
      gates.map(({ key }) => key),
      now,
    );
    const blocked = rows.map(({ blockedUntil }) => Date.parse(blockedUntil)).filter((until) => until > now.getTime());
    if (blocked.length > 0) return new Date(Math.max(...blocked));
    for (const { key, free } of gates) {
      const row = rows.find((found) => found.key === key);
      const forgotten = row !== undefined && now.getTime() - Date.parse(row.lastAt) > FORGOTTEN_AFTER;
      const failures = (row === undefined || forgotten ? 0 : row.failures) + 1;
      const blockedUntil = new Date(now.getTime() + delayAfter(failures, free));
      await setCount(trx, { key, failures, blockedUntil, lastAt: now });
    }
    return null;
  });
}

/** Takes the count of an attempt back that did not fail. @param all whether earlier failures are forgotten too */
export const settleAttempt = (database: Database, key: string, all: boolean, now: Date): Promise<unknown> =>
  all ? forgetCount(database, key) : takeBackCount(database, key, now);

/** Counts that nobody needs any more. */
export const pruneCounts = (database: Database, now: Date): Promise<unknown> =>
  dropCountsBefore(database, new Date(now.getTime() - FORGOTTEN_AFTER));
