import type { OpenSession } from '../../contract/people/account.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { MUST_SET_UP_FACTOR } from './storage.ts';

/**
 * A session by its id ($1) with whoever it belongs to, if that person may still come in and nothing that it was opened on has
 * changed since: one statement, for it stands before every other.
 */
export const SESSION_WITH_PERSON = `
  select sess, extract(epoch from expire::timestamptz)::float8 * 1000 as ends, (
    select json_build_object('id', id, 'name', name, 'role', role, 'units', units,
      'mustSetUpFactor', ${MUST_SET_UP_FACTOR}, 'epoch', epoch)
    from people where id = (sess ->> 'personId')::uuid and not disabled and epoch = (sess ->> 'epoch')::int
  ) as person
  from session where sid = $1 and expire >= now()`;

const ofPerson = (connection: Connection, personId: string) =>
  connection('session').whereRaw("sess ->> 'personId' = ?", [personId]);

/** What was opened on the count that holds; the rest is swept away when it runs out. */
const STANDS = "exists (select from people where id = (sess ->> 'personId')::uuid and epoch = (sess ->> 'epoch')::int)";

/** Ends every session of a person. */
export const endSessions = (trx: Transaction, personId: string): Promise<unknown> => ofPerson(trx, personId).delete();

/** Ends every session of a person but one, which goes on on a new count. @param kept its handle */
export async function keepOneSession(trx: Transaction, personId: string, kept: string, epoch: number): Promise<void> {
  await ofPerson(trx, personId).whereRaw("sess ->> 'handle' is distinct from ?", [kept]).delete();
  await ofPerson(trx, personId).update({
    sess: trx.raw(`jsonb_set(sess::jsonb, '{epoch}', to_jsonb(?::int))::json`, [epoch]),
  });
}

/** @returns whether there was one to end */
export async function endSessionOf(trx: Transaction, personId: string, handle: string): Promise<boolean> {
  return (await ofPerson(trx, personId).whereRaw("sess ->> 'handle' = ?", [handle]).delete()) > 0;
}

/** A person's open sessions, the newest first. */
export async function sessionsOf(
  connection: Connection,
  personId: string,
  now: Date,
): Promise<Omit<OpenSession, 'own'>[]> {
  const rows = await ofPerson(connection, personId).where('expire', '>', now).whereRaw(STANDS).select('sess');
  return rows
    .map(({ sess }) => ({ id: sess.handle, since: sess.since, from: sess.from, agent: sess.agent }))
    .filter(({ id }) => typeof id === 'string')
    .sort((a, b) => b.since.localeCompare(a.since));
}

/** How many sessions each person has open. */
export async function countSessions(connection: Connection, now: Date): Promise<Map<string, number>> {
  const rows = await connection('session')
    .where('expire', '>', now)
    .whereRaw(STANDS)
    .groupByRaw("sess ->> 'personId'")
    .select(connection.raw("sess ->> 'personId' as person, count(*)::int as n"));
  return new Map(rows.map(({ person, n }: { person: string; n: number }) => [person, n]));
}
