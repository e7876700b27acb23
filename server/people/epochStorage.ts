import type { SignedIn } from '../context.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { mustHave } from '../storage/writing.ts';

export interface Standing {
  role: SignedIn['role'];
  epoch: number;
}

/** One more on the count of a person, whose row is held until the transaction ends. @returns the new count */
export async function countUp(trx: Transaction, personId: string): Promise<number> {
  const [row] = await trx('people')
    .where({ id: personId })
    .update({ epoch: trx.raw('epoch + 1') })
    .returning('epoch');
  return mustHave<{ epoch: number }>(row, 'person').epoch;
}

/** Holds the rows of some people until the transaction ends, always in the same order. @returns how each stands that may come in */
export async function lockStanding(trx: Transaction, ids: readonly (string | null)[]): Promise<Map<string, Standing>> {
  const named = ids.filter((id) => id !== null);
  const rows: (Standing & { id: string })[] = await trx('people')
    .whereIn('id', named)
    .where({ disabled: false })
    .orderBy('id')
    .forUpdate()
    .select('id', 'role', 'epoch');
  return new Map(rows.map(({ id, ...standing }) => [id, standing]));
}

/** Whether a person may come in on a count. */
export const standsOn = async (connection: Connection, id: string, epoch: number): Promise<boolean> =>
  (await connection('people').where({ id, epoch, disabled: false }).first('id')) !== undefined;
