import type { Connection, Database, Transaction } from '../storage/database.ts';

interface FactorRow {
  secret: string;
  confirmedAt: string | null;
  lastStep: number;
}

export const findFactor = (connection: Connection, personId: string): Promise<FactorRow | undefined> =>
  connection('second_factors').where({ personId }).first('secret', 'confirmedAt', 'lastStep');

export const hasFactor = async (connection: Connection, personId: string): Promise<boolean> =>
  (await findFactor(connection, personId))?.confirmedAt != null;

/** A secret that does not count yet; one that was begun before is forgotten. */
export const keepUnconfirmed = (database: Database, personId: string, secret: string): Promise<unknown> =>
  database('second_factors')
    .insert({ personId, secret })
    .onConflict('person_id')
    .merge({ secret, confirmedAt: null, lastStep: 0 });

export async function confirmFactor(
  trx: Transaction,
  personId: string,
  step: number,
  now: Date,
  codes: Buffer[],
): Promise<void> {
  await trx('second_factors').where({ personId }).update({ confirmedAt: now, lastStep: step });
  await trx('recovery_codes').where({ personId }).delete();
  await trx('recovery_codes').insert(codes.map((hash) => ({ personId, hash })));
}

/** @returns whether this call took the step; a code is not taken twice, nor one from before it */
export async function takeStep(trx: Transaction, personId: string, step: number): Promise<boolean> {
  const taken = await trx('second_factors').where({ personId }).where('lastStep', '<', step).update({ lastStep: step });
  return taken > 0;
}

/** @returns whether this call used the code */
export async function spendRecoveryCode(trx: Transaction, personId: string, hash: Buffer, now: Date): Promise<boolean> {
  const used = await trx('recovery_codes').where({ personId, hash }).whereNull('usedAt').update({ usedAt: now });
  return used > 0;
}

export async function codesLeft(connection: Connection, personId: string): Promise<number> {
  const row = await connection('recovery_codes').where({ personId }).whereNull('usedAt').count({ n: '*' }).first();
  return Number(row?.n ?? 0);
}

export async function dropFactor(trx: Transaction, personId: string): Promise<void> {
  await trx('recovery_codes').where({ personId }).delete();
  await trx('second_factors').where({ personId }).delete();
}

export const factorForAll = async (connection: Connection): Promise<boolean> =>
  (await connection('installation').first('secondFactorForAll')).secondFactorForAll;

export const setFactorForAll = (trx: Transaction, secondFactorForAll: boolean): Promise<unknown> =>
  trx('installation').update({ secondFactorForAll });
