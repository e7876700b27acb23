import { randomBytes } from 'node:crypto';
import { chownSync, existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';

/** Who the server is in the database: it owns its own database and may do nothing beside it. */
export const APP_ROLE = 'wide_pail';

const quoted = pg.escapeIdentifier;

const passwordFile = (folder: string): string => join(folder, 'password-app');

/** The password of the application's role; only the cluster's account can read it. */
export const appPassword = (folder: string): string => readFileSync(passwordFile(folder), 'utf8').trim();

/** Makes the role and its password where they are missing; calling it again changes nothing. */
export async function ensureAppRole(admin: pg.Client, folder: string): Promise<void> {
  const fresh = !existsSync(passwordFile(folder));
  if (fresh) {
    writeFileSync(passwordFile(folder), randomBytes(24).toString('base64url'), { mode: 0o600 });
    const { uid, gid } = statSync(join(folder, 'password'));
    if (process.getuid?.() === 0) chownSync(passwordFile(folder), uid, gid);
  }
  const { rowCount } = await admin.query('select 1 from pg_roles where rolname = $1', [APP_ROLE]);
  if (rowCount === 1 && !fresh) return;
  const verb = rowCount === 0 ? 'create' : 'alter';
  const secret = pg.escapeLiteral(appPassword(folder));
  await admin.query(`${verb} role ${APP_ROLE} login nosuperuser nocreatedb nocreaterole password ${secret}`);
}

/** Hands every object of a database to the application's role. For databases that were made before it had one. */
export async function handOver(admin: pg.Client, database: string): Promise<void> {
  // A sequence that belongs to a column goes with its table.
  await admin.query(`
    do $$
    declare thing record;
    begin
      for thing in select nspname from pg_namespace
        where nspname !~ '^pg_' and nspname not in ('information_schema', 'public')
      loop execute format('alter schema %I owner to ${APP_ROLE}', thing.nspname); end loop;
      for thing in select c.oid::regclass::text as name from pg_class c join pg_namespace n on n.oid = c.relnamespace
        where n.nspname !~ '^pg_' and n.nspname <> 'information_schema' and c.relkind in ('r', 'p', 'S', 'v', 'm')
        and not exists (select 1 from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i') and c.relkind = 'S')
      loop execute format('alter table %s owner to ${APP_ROLE}', thing.name); end loop;
      for thing in select p.oid::regprocedure::text as name from pg_proc p join pg_namespace n on n.oid = p.pronamespace
        where n.nspname !~ '^pg_' and n.nspname <> 'information_schema'
        and not exists (select 1 from pg_depend d where d.objid = p.oid and d.deptype = 'e')
      loop execute format('alter routine %s owner to ${APP_ROLE}', thing.name); end loop;
      for thing in select t.oid::regtype::text as name from pg_type t join pg_namespace n on n.oid = t.typnamespace
        where n.nspname !~ '^pg_' and n.nspname <> 'information_schema' and t.typtype in ('e', 'd')
      loop execute format('alter type %s owner to ${APP_ROLE}', thing.name); end loop;
    end $$;
  `);
  // Last, so that a hand-over that was cut short is seen and done again.
  await admin.query(`alter database ${quoted(database)} owner to ${APP_ROLE}`);
}
