import type { Knex } from 'knex';
import type { Connection } from './database.ts';

/** What some rows come to, in a few letters: the same for the same rows, without any of them coming here. */
export async function stampOf(connection: Connection, rows: Knex.QueryBuilder): Promise<string> {
  const { stamp } = await connection
    .from(rows.as('rows'))
    .first(connection.raw("md5(coalesce(string_agg(md5(rows::text), '' order by rows::text), '')) as stamp"));
  return stamp;
}
