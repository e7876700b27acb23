import type pg from 'pg';
import type { BackupManifest } from '../../contract/backups/endpoints.ts';

/** Tables whose rows a backup leaves out: what would let its reader in, and what only counts in the hour. */
export const LEFT_OUT = ['session', 'sign_in_counts', 'known_devices', 'reset_links', 'installation_secrets'];
/** A mark that moves while migrations run, and says nothing of the company. */
const NOT_COUNTED = [...LEFT_OUT, 'schema_migrations_lock'];
/** The queue is made anew by the next server; what waits for it is read off the records. */
export const QUEUE_SCHEMA = 'work';

export type Contents = Pick<BackupManifest, 'company' | 'schema' | 'tables' | 'pictures' | 'newest'>;

/** What one database holds, table by table. Run it in one transaction of repeatable reads for a state of one moment. */
export async function contentsOf(client: pg.ClientBase): Promise<Contents> {
  // The sums are made of texts: they must not depend on how a session likes to see its dates.
  await client.query("set local timezone to 'UTC'");
  await client.query("set local datestyle to 'ISO'");
  await client.query('set local extra_float_digits to 1');
  await client.query("set local bytea_output to 'hex'");
  const { rows: names } = await client.query<{ name: string }>(
    `select tablename as name from pg_tables where schemaname = 'public' and tablename <> all($1) order by 1`,
    [NOT_COUNTED],
  );
  const tables = [];
  for (const { name } of names) {
    const { rows } = await client.query(
      `select count(*)::int as rows,
        coalesce(sum(('x' || substr(md5(t::text), 1, 16))::bit(64)::bigint::numeric), 0)::text as hash
       from public.${client.escapeIdentifier(name)} t`,
    );
    tables.push({ name, ...rows[0] });
  }
  return {
    company: await one(client, 'select name as it from company'),
    schema: (await one(client, 'select name as it from schema_migrations order by id desc limit 1')) ?? '',
    tables,
    pictures: tables.find(({ name }) => name === 'photos')?.rows ?? 0,
    newest: await one(
      client,
      `select to_char(max(at) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as it from audit_trail`,
    ),
  };
}

async function one(client: pg.ClientBase, query: string): Promise<string> {
  return (await client.query(query)).rows[0]?.it ?? null;
}

/** Whether a company with people stands in a database. */
export async function companyStands(client: pg.ClientBase): Promise<boolean> {
  const { rows } = await client.query("select to_regclass('public.company') is not null as it");
  if (!rows[0].it) return false;
  const found = await client.query('select exists (select from company) and exists (select from people) as it');
  return found.rows[0].it;
}

/** Tables whose rows are not those that were written down, in words; empty where all are. */
export function differences(written: Contents['tables'], found: Contents['tables']): string[] {
  const now = new Map(found.map((table) => [table.name, table]));
  return written.flatMap(({ name, rows, hash }) => {
    const table = now.get(name);
    if (table === undefined) return [`${name} is missing`];
    if (table.rows !== rows) return [`${name} has ${table.rows} rows instead of ${rows}`];
    return table.hash === hash ? [] : [`${name} has other contents`];
  });
}
