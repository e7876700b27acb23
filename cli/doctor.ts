import { existsSync, readdirSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { MILLISECONDS_PER_DAY, MILLISECONDS_PER_HOUR } from '../core/time/utc.ts';
import { knownMigrations } from '../server/storage/database.ts';
import { APP_ROLE } from './appRole.ts';
import { companyStands } from './backups/contents.ts';
import { clusterStands, postmasterOf } from './cluster.ts';
import { postgresPrograms } from './debian.ts';
import { dataFolder, notesOnFolders } from './folders.ts';
import { inPlace } from './place.ts';

/** What one look found; `advice` says what to do where it is not well. */
export interface Finding {
  what: string;
  well: boolean;
  advice?: string;
}

const finding = (what: string, well: boolean, advice: string): Finding => ({ what, well, ...(well ? {} : { advice }) });

const LEAST_FREE = 2e9;

/** What can be seen without the database. */
export function lookAround(folder: string): Finding[] {
  const cluster = join(folder, 'cluster');
  const stands = clusterStands(cluster);
  const found = [
    finding('PostgreSQL is installed', postgresPrograms() !== undefined, 'apt-get install postgresql'),
    ...notesOnFolders().map((note) => finding('the data folder', false, note)),
    finding(
      `a company lies in ${folder}`,
      stands || process.env.DATABASE_URL !== undefined,
      './pail start makes one; PAIL_DATA names another folder',
    ),
  ];
  if (!stands) return found;
  const { bavail, bsize } = statfsSync(folder);
  const open = readdirSync(cluster)
    .filter((name) => name.startsWith('password'))
    .filter((name) => (statSync(join(cluster, name)).mode & 0o077) !== 0);
  found.push(
    finding('its secrets are for its account alone', open.length === 0, `chmod 600 ${open.join(' ')} in ${cluster}`),
    finding(
      `there is room on the disk (${((Number(bavail) * Number(bsize)) / 1e9).toFixed(1)} GB free)`,
      Number(bavail) * Number(bsize) > LEAST_FREE,
      'make room, or move the data folder to a larger disk with PAIL_DATA',
    ),
    finding('its database runs', postmasterOf(join(cluster, 'data')) !== null, './pail start starts it'),
  );
  const backups = join(folder, 'backups');
  if (existsSync(backups))
    found.push(
      finding('backups are for its account alone', (statSync(backups).mode & 0o077) === 0, `chmod 700 ${backups}`),
    );
  return found;
}

/** What the database says of itself. */
export async function askDatabase(url: string, now: Date): Promise<Finding[]> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    if (!(await companyStands(client))) {
      return [finding('somebody is here', false, 'open the link that ./pail start prints, and become the owner')];
    }
    const one = async (query: string) => (await client.query(query)).rows[0]?.it;
    const newest = (await knownMigrations()).at(-1);
    const schema = await one('select name as it from schema_migrations order by id desc limit 1');
    const role = await client.query('select rolsuper as it, rolname from pg_roles where rolname = current_user');
    const found = [
      finding('its schema is the newest', schema === newest, './pail start brings it up; make a backup before'),
      finding(
        'the application is no superuser of the database',
        role.rows[0]?.it === false,
        `give it a role of its own, as ${APP_ROLE} is in a private cluster`,
      ),
    ];
    if (schema !== newest) return found;
    const good = await one("select max(started_at) as it from backup_runs where kind = 'backup' and ok");
    const every = await one('select every_hours as it from backup_settings');
    const trial = await one("select ok as it from backup_runs where kind = 'trial' order by number desc limit 1");
    const waiting = await one(
      "select count(*)::int as it from photos where state = 'waiting' and recorded_at < now() - interval '10 minutes'",
    );
    const age = good ? now.getTime() - Date.parse(good) : Number.POSITIVE_INFINITY;
    return [
      ...found,
      finding(
        good ? `the last good backup is ${(age / MILLISECONDS_PER_DAY).toFixed(1)} days old` : 'there is a backup',
        age < every * MILLISECONDS_PER_HOUR * 2 + MILLISECONDS_PER_DAY,
        './pail start makes them; ./pail backup FILE makes one now',
      ),
      finding('the last backup could be put back', trial !== false, 'see the owner’s page for why; make another'),
      finding('no picture waits for long to be turned upright', waiting === 0, `${waiting} do: is a server running?`),
    ];
  } finally {
    await client.end();
  }
}

/** `./pail doctor`: what is wrong, and what to do. @returns 1 where anything is */
export async function doctor(): Promise<number> {
  const found = lookAround(dataFolder());
  if (process.env.DATABASE_URL || clusterStands(join(dataFolder(), 'cluster'))) {
    try {
      await inPlace(false, async ({ url }) => {
        found.push(...(await askDatabase(url, new Date())));
      });
    } catch (error) {
      found.push(finding('its database answers', false, error instanceof Error ? error.message : String(error)));
    }
  }
  for (const { what, well, advice } of found) console.log(well ? `ok    ${what}` : `WRONG ${what}\n      ${advice}`);
  return found.every(({ well }) => well) ? 0 : 1;
}
