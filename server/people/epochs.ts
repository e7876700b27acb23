import type { SignedIn } from '../context.ts';
import { AppError } from '../errors.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { countUp, standsOn } from './epochStorage.ts';
import { endSessions, keepOneSession } from './sessionStorage.ts';

/*
 * What stands for a person stands on a count: sessions, calendar links, links for a new password, and what they have made for
 * others to come in by. Each says on which count it was made, and opens nothing on another.
 */

/**
 * Counts up on what a person's sign-in stands: whatever was made on the count before opens nothing from here on.
 * @param kept the handle of the session that goes on, where it is the person's own doing
 */
export async function endWhatStands(trx: Transaction, personId: string, kept?: string): Promise<void> {
  const epoch = await countUp(trx, personId);
  if (kept) await keepOneSession(trx, personId, kept, epoch);
  else await endSessions(trx, personId);
}

/** Refuses whoever was let in on a count that is over: closed meanwhile, of another role, or with another password. */
export async function mustStand(connection: Connection, { id, epoch }: Pick<SignedIn, 'id' | 'epoch'>): Promise<void> {
  if (!(await standsOn(connection, id, epoch))) throw signedOut();
}

export const signedOut = (): AppError =>
  new AppError(
    'not-signed-in',
    'Not signed in',
    'Your password or role has just been changed. Sign in again; what you typed is kept on this device.',
  );
