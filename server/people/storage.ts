import type { Company, Person } from '../../contract/people/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';

export interface PersonRow extends Person {
  passwordHash: string;
}

export const toPerson = ({ id, name, email, role, disabled, glass, version }: PersonRow): Person => ({
  id,
  name,
  email,
  role,
  disabled,
  glass,
  version,
});

export const findPersonByEmail = (connection: Connection, email: string): Promise<PersonRow | undefined> =>
  connection('people').where({ email }).first();

export const findPerson = (connection: Connection, id: string): Promise<PersonRow | undefined> =>
  connection('people').where({ id }).first();

export async function readCompanyRow(connection: Connection): Promise<Company | null> {
  const row = await connection('company').first();
  const { demo } = await connection('installation').first();
  if (row === undefined) return null;
  const { singleton: _singleton, ...company } = row;
  return { ...company, demo };
}

export interface AttemptCounts {
  email: number;
  address: number;
}

/** Failed attempts since an instant, by address of mail and by where they came from. */
export async function countAttempts(
  trx: Connection,
  email: string,
  address: string,
  since: Date,
): Promise<AttemptCounts> {
  const count = async (where: Record<string, string>) => {
    const row = await trx('sign_in_attempts').where(where).where('at', '>', since).count({ n: '*' }).first();
    return Number(row?.n ?? 0);
  };
  return { email: await count({ email }), address: await count({ address }) };
}

export const addAttempt = (trx: Connection, email: string, address: string, at: Date): Promise<unknown> =>
  trx('sign_in_attempts').insert({ email, address, at });

export const forgetAttempts = (trx: Connection, email: string): Promise<unknown> =>
  trx('sign_in_attempts').where({ email }).delete();

/** Owners who can still sign in, apart from one. The rows are locked, so that two changes cannot both be the last. */
export async function otherOwners(trx: Transaction, id: string): Promise<number> {
  const owners = await trx('people').where({ role: 'owner', disabled: false }).forUpdate().select('id');
  return owners.filter((owner: { id: string }) => owner.id !== id).length;
}
