import type { Person } from '../../contract/people/endpoints.ts';
import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import type { SignedIn } from '../context.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

export interface PersonRow extends Person {
  passwordHash: string;
  epoch: number;
}

export const toPerson = ({ id, name, email, role, disabled, units, version }: PersonRow): Person => ({
  id,
  name,
  email,
  role,
  disabled,
  units,
  version,
});

export const findPersonByEmail = (connection: Connection, email: string): Promise<PersonRow | undefined> =>
  connection('people').where({ email }).first();

export const findPerson = (connection: Connection, id: string): Promise<PersonRow | undefined> =>
  connection('people').where({ id }).first();

/** Names by id. */
export async function namesOfPeople(connection: Connection, ids: readonly string[]): Promise<Map<string, string>> {
  const rows: { id: string; name: string }[] = await connection('people')
    .whereIn('id', [...ids])
    .select('id', 'name');
  return new Map(rows.map(({ id, name }) => [id, name]));
}

export const listPeopleRows = (connection: Connection): Promise<PersonRow[]> => connection('people').orderBy('name');

/** As a column of people: whether a second factor is asked of everybody and this person has none yet. */
export const MUST_SET_UP_FACTOR = `((select second_factor_for_all from installation) and not exists
  (select from second_factors where person_id = people.id and confirmed_at is not null))`;

/** A person, if they may still come in. */
export const personWhoMayEnter = (connection: Connection, id: string): Promise<SignedIn | undefined> =>
  connection('people')
    .where({ id, disabled: false })
    .first('id', 'name', 'role', 'units', 'epoch', connection.raw(`${MUST_SET_UP_FACTOR} as must_set_up_factor`));

export const setPassword = (trx: Transaction, id: string, passwordHash: string): Promise<unknown> =>
  trx('people').where({ id }).update({ passwordHash });

/** A person who starts with the usual units. */
export const insertPerson = (
  trx: Transaction,
  row: Pick<PersonRow, 'id' | 'name' | 'email' | 'role' | 'passwordHash'>,
): Promise<unknown> => trx('people').insert({ ...row, units: json(DEFAULT_UNITS) });

export const anybodyHere = async (connection: Connection): Promise<boolean> =>
  (await connection('people').first('id')) !== undefined;

export const markDemo = (trx: Transaction, demo: boolean): Promise<unknown> => trx('installation').update({ demo });

/** What signs the session cookies of this installation; made where a restored one has none yet. */
export async function readSessionSecret(connection: Connection): Promise<string> {
  await connection.raw('insert into installation_secrets default values on conflict do nothing');
  return (await connection('installation_secrets').first('sessionSecret')).sessionSecret;
}

/** Owners who can still sign in, apart from one. The rows are locked, so that two changes cannot both be the last. */
export async function otherOwners(trx: Transaction, id: string): Promise<number> {
  const owners = await trx('people').where({ role: 'owner', disabled: false }).forUpdate().select('id');
  return owners.filter((owner: { id: string }) => owner.id !== id).length;
}
