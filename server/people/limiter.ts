import type { Database, Transaction } from '../storage/database.ts';

/** What a sign-in is counted under, and how many may fail before it has to wait. */
export interface Gate {
  key: string;
  free: number;
}

const FIRST_DELAY = 1000;
const LONGEST_DELAY = 15 * 60_000;
/** Without an attempt for so long, ms, all is forgotten. */
export const FORGOTTEN_AFTER = 24 * 3_600_000;

/** How long, ms, nothing more is tried after so many failures: nothing at first, then twice as long each time. */
export function delayAfter(failures: number, free: number): number {
  if (failures < free) return 0;
  return Math.min(LONGEST_DELAY, FIRST_DELAY * 2 ** (failures - free));
}

interface CountRow {
  key: string;
  failures: number;
  blockedUntil: string;
  lastAt: string;
}

/**
 * Counts a sign-in as failed before anything is checked, so that however many come at once no more are checked than may
 * fail. @returns until when it is blocked; null where it may be checked, and then has to be settled
 */
export function reserveAttempt(database: Database, gates: readonly Gate[], now: Date): Promise<Date | null> {
  return database.transaction(async (trx) => {
    const rows = await lockCounts(trx, gates, now);
    const blocked = rows.map(({ blockedUntil }) => Date.parse(blockedUntil)).filter((until) => until > now.getTime());
    if (blocked.length > 0) return new Date(Math.max(...blocked));
    for (const { key, free } of gates) {
      const row = rows.find((found) => found.key === key);
      const forgotten = row !== undefined && now.getTime() - Date.parse(row.lastAt) > FORGOTTEN_AFTER;
      const failures = (row === undefined || forgotten ? 0 : row.failures) + 1;
      const blockedUntil = new Date(now.getTime() + delayAfter(failures, free));
      await trx('sign_in_counts').where({ key }).update({ failures, blockedUntil, lastAt: now });
    }
    return null;
  });
}

/** The rows of the gates, made where they are missing, held in one order until the transaction ends. */
async function lockCounts(trx: Transaction, gates: readonly Gate[], now: Date): Promise<CountRow[]> {
  const keys = gates.map(({ key }) => key).sort();
  for (const key of keys) {
    await trx('sign_in_counts').insert({ key, failures: 0, blockedUntil: now, lastAt: now }).onConflict('key').ignore();
  }
  return trx('sign_in_counts').whereIn('key', keys).orderBy('key').forUpdate();
}

/** Takes the count of an attempt back that did not fail. @param all whether earlier failures are forgotten too */
export async function settleAttempt(database: Database, key: string, all: boolean, now: Date): Promise<void> {
  const row = database('sign_in_counts').where({ key });
  if (all) await row.delete();
  else await row.update({ failures: database.raw('greatest(failures - 1, 0)'), blockedUntil: now });
}

/** Counts that nobody needs any more. */
export const pruneCounts = (database: Database, now: Date): Promise<unknown> =>
  database('sign_in_counts')
    .where('lastAt', '<', new Date(now.getTime() - FORGOTTEN_AFTER))
    .delete();
