import type { Database, Transaction } from '../storage/database.ts';

export interface CountRow {
  key: string;
  failures: number;
  blockedUntil: string;
  lastAt: string;
}

/** The rows of some keys, made where they are missing, held in one order until the transaction ends. */
export async function lockCounts(trx: Transaction, keys: readonly string[], now: Date): Promise<CountRow[]> {
  const sorted = [...keys].sort();
  for (const key of sorted) {
    await trx('sign_in_counts').insert({ key, failures: 0, blockedUntil: now, lastAt: now }).onConflict('key').ignore();
  }
  return trx('sign_in_counts').whereIn('key', sorted).orderBy('key').forUpdate();
}

export const setCount = (
  trx: Transaction,
  { key, ...count }: { key: string; failures: number; blockedUntil: Date; lastAt: Date },
): Promise<unknown> => trx('sign_in_counts').where({ key }).update(count);

export const forgetCount = (database: Database, key: string): Promise<unknown> =>
  database('sign_in_counts').where({ key }).delete();

/** One failure less, and nothing blocked. */
export const takeBackCount = (database: Database, key: string, now: Date): Promise<unknown> =>
  database('sign_in_counts')
    .where({ key })
    .update({ failures: database.raw('greatest(failures - 1, 0)'), blockedUntil: now });

export const dropCountsBefore = (database: Database, instant: Date): Promise<unknown> =>
  database('sign_in_counts').where('lastAt', '<', instant).delete();
