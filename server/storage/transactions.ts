import type { Context } from '../context.ts';
import type { Database, Transaction } from './database.ts';

/** What PostgreSQL says of two transactions of which one has to begin again: a deadlock, and an order that cannot be. */
const AGAIN = new Set(['40P01', '40001']);
const TRIES = 4;
/** Longest pause before the first try again, ms; twice as long before each further one. */
const PAUSE = 25;

export interface Acting {
  database: Database;
  /** throws where whoever asked may not act any more; asked in the transaction that acts */
  stands?: Context['stands'];
}

/**
 * Does something whole or not at all. Where two who act at once stood in each other's way it begins again, three times at most,
 * after a pause that is drawn, so that they do not meet again.
 * @param work may run more than once: whatever it does outside of the transaction it does for nothing
 */
export async function inTransaction<T>(
  { database, stands }: Acting,
  work: (trx: Transaction) => Promise<T>,
): Promise<T> {
  const act = async (trx: Transaction): Promise<T> => {
    await stands?.(trx);
    return work(trx);
  };
  // Part of something larger begins again only with all of it.
  if (database.isTransaction) return database.transaction(act);
  for (let tried = 1; ; tried += 1) {
    try {
      return await database.transaction(act);
    } catch (error) {
      if (tried >= TRIES || !AGAIN.has((error as { code?: string } | null)?.code ?? '')) throw error;
      await new Promise((done) => setTimeout(done, Math.random() * PAUSE * 2 ** tried));
    }
  }
}
