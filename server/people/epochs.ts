import type { SignedIn } from '../context.ts';
import { AppError } from '../errors.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { mustHave } from '../storage/writing.ts';
import { endSessions, keepOneSession } from './sessionStorage.ts';

/**
 * What stands for a person stands on a count: sessions, calendar links, links for a new password, and what they have made for
 * others to come in by. Each says on which count it was made, and opens nothing on another.
 */

/**
 * Counts up on what a person's sign-in stands: whatever was made on the count before opens nothing from here on. The row of the
 * person is held until the transaction ends.
 * @param kept the handle of the session that goes on, where it is the person's own doing @returns the new count
 */
export async function endWhatStands(trx: Transaction, personId: string, kept?: string): Promise<number> {
  const [row] = await trx('people')
    .where({ id: personId })
    .update({ epoch: trx.raw('epoch + 1') })
    .returning('epoch');
  const { epoch } = mustHave<{ epoch: number }>(row, 'person');
  if (kept) await keepOneSession(trx, personId, kept, epoch);
  else await endSessions(trx, personId);
  return epoch;
}

/** Holds the rows of some people until the transaction ends, always in the same order. @returns the count of each that may come in */
export async function lockStanding(trx: Transaction, ids: readonly (string | null)[]): Promise<Map<string, Standing>> {
  const rows: (Standing & { id: string })[] = await trx('people')
    .whereIn(
      'id',
      ids.filter((id) => id !== null),
    )
    .where({ disabled: false })
    .orderBy('id')
    .forUpdate()
    .select('id', 'role', 'epoch');
  return new Map(rows.map(({ id, ...standing }) => [id, standing]));
}

export interface Standing {
  role: SignedIn['role'];
  epoch: number;
}

/** Refuses whoever was let in on a count that is over: closed meanwhile, of another role, or with another password. */
export async function mustStand(connection: Connection, { id, epoch }: Pick<SignedIn, 'id' | 'epoch'>): Promise<void> {
  if (await connection('people').where({ id, epoch, disabled: false }).first('id')) return;
  throw signedOut();
}

export const signedOut = (): AppError =>
  new AppError(
    'not-signed-in',
    'Not signed in',
    'Your password or role has just been changed. Sign in again; what you typed is kept on this device.',
  );
