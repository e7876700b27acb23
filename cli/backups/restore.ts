import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import type { BackupHolds, BackupManifest } from '../../contract/backups/endpoints.ts';
import { migrate, openDatabase } from '../../server/storage/database.ts';
import { OtherVersion, REFUSED } from '../../server/storage/otherVersions.ts';
import { openScratch } from '../../server/system/scratch.ts';
import { BrokenBackup, checkArchive, dataOf, kindOf } from './archive.ts';
import { holdsOf } from './backup.ts';
import { connected } from './connected.ts';
import { companyStands, contentsOf, differences, LEFT_OUT, QUEUE_SCHEMA } from './contents.ts';
import { decryptFile } from './passphrase.ts';
import { databaseOf, postgresEnvironment, withDatabase } from './programs.ts';

export interface RestoreOptions {
  /** address of the database that the backup is to become */
  url: string;
  /** address of whoever may make and rename databases on that server; its database does not count */
  adminUrl: string;
  programs: string;
  file: string;
  passphrase?: (() => Promise<string>) | undefined;
}

const NEXT = '_incoming';
const FORMER = '_before';
/** Where an encrypted backup lies opened while it is read; what a killed restore left there goes with the next start. */
export const OPENED = 'pail-open-';
const quoted = pg.escapeIdentifier;

/** Opens a backup, encrypted or not. */
async function opened<T>(
  { file, passphrase }: Pick<RestoreOptions, 'file' | 'passphrase'>,
  run: (plain: string, manifest: BackupManifest) => Promise<T>,
): Promise<T> {
  const kind = await kindOf(file);
  if (kind === 'plain dump') throw new BrokenBackup(REFUSED.older.backup);
  if (kind === 'archive') return run(file, await checkArchive(file));
  if (kind === 'unknown') throw new BrokenBackup('This is not a backup of Wide Pail.');
  if (passphrase === undefined) throw new BrokenBackup('This backup is encrypted; its passphrase is needed.');
  const scratch = openScratch(tmpdir(), OPENED);
  try {
    const plain = join(scratch.folder, 'plain');
    await decryptFile(file, plain, await passphrase());
    return await run(plain, await checkArchive(plain));
  } finally {
    scratch.close();
  }
}

/** Reads a backup to its end and holds it against its sums, without putting it anywhere. */
export const checkBackup = (options: Pick<RestoreOptions, 'file' | 'passphrase' | 'programs'>) =>
  opened(options, async (plain, manifest) => {
    // Written out as SQL to nowhere: every block is read and unpacked.
    await pgRestore(options.programs, ['--file=/dev/null'], process.env, await dataOf(plain));
    return manifest;
  });

/**
 * Puts a backup into a new database beside the one that stands, brings it to today's schema, holds it against what was
 * written down, and hands it to `use`. Whatever goes wrong, what stands is not touched and nothing is left over.
 */
async function incoming(options: RestoreOptions, name: string, use: (holds: BackupHolds) => Promise<void>) {
  const { adminUrl, url, programs } = options;
  const target = withDatabase(url, name);
  const owner = decodeURIComponent(new URL(url).username);
  const maintenance = withDatabase(adminUrl, 'postgres');
  const drop = () =>
    connected(maintenance, (admin) => admin.query(`drop database if exists ${quoted(name)} with (force)`));
  return opened(options, async (plain, manifest) => {
    await drop();
    await connected(maintenance, (admin) => admin.query(`create database ${quoted(name)} owner ${quoted(owner)}`));
    try {
      await pgRestore(
        programs,
        [
          '--no-owner',
          '--no-privileges',
          '--exit-on-error',
          '--single-transaction',
          `--exclude-schema=${QUEUE_SCHEMA}`,
          `--dbname=${name}`,
        ],
        postgresEnvironment(target),
        await dataOf(plain),
      );
      const found = await connected(target, async (client) => {
        if (!(await companyStands(client))) throw new BrokenBackup('There is no company in this backup.');
        await client.query('begin');
        return contentsOf(client);
      });
      const wrong = differences(manifest.tables, found.tables);
      if (wrong.length > 0) throw new BrokenBackup(`What came back is not what was written down: ${wrong.join('; ')}.`);
      await bringUp(target);
      const holds = holdsOf(manifest);
      await use(holds);
      return holds;
    } catch (error) {
      await drop();
      throw error;
    }
  });
}

/** Today's schema; nobody signed in, no attempts counted, and a new secret under the cookies. */
async function bringUp(url: string): Promise<void> {
  const database = openDatabase(url, 2);
  try {
    await migrate(database);
    for (const table of LEFT_OUT) await database(table).delete();
  } catch (error) {
    throw error instanceof OtherVersion ? new BrokenBackup(REFUSED[error.standing].backup) : error;
  } finally {
    await database.destroy();
  }
}

/**
 * Puts a backup in the place of the database that stands. The former state is kept under another name until the next
 * restore. @returns what came back
 */
export async function restoreBackup(options: RestoreOptions): Promise<BackupHolds> {
  const name = databaseOf(options.url);
  return connected(withDatabase(options.adminUrl, 'postgres'), async (admin) => {
    const free = () => refuseInUse(admin, name);
    await free();
    return incoming(options, name + NEXT, async () => {
      await free();
      await admin.query(`drop database if exists ${quoted(name + FORMER)} with (force)`);
      await swap(admin, [
        [name, name + FORMER],
        [name + NEXT, name],
      ]);
    });
  });
}

/** Puts a backup into a database that is thrown away at once: whether it could be put back if it had to. */
export const tryRestore = (options: RestoreOptions): Promise<BackupHolds> => {
  const name = `${databaseOf(options.url)}_trial`;
  return incoming(options, name, async () => {
    await connected(withDatabase(options.adminUrl, 'postgres'), (admin) =>
      admin.query(`drop database ${quoted(name)} with (force)`),
    );
  });
};

/** Takes the last restore back: the former state stands again, and what was restored is kept in its place. */
export async function undoRestore({ url, adminUrl }: Pick<RestoreOptions, 'url' | 'adminUrl'>): Promise<void> {
  const name = databaseOf(url);
  await connected(withDatabase(adminUrl, 'postgres'), async (admin) => {
    if (!(await stands(admin, name + FORMER))) throw new Error('There is no former state: nothing was restored here.');
    await refuseInUse(admin, name);
    await swap(admin, [
      [name, name + NEXT],
      [name + FORMER, name],
      [name + NEXT, name + FORMER],
    ]);
  });
}

const stands = async (admin: pg.Client, name: string): Promise<boolean> =>
  (await admin.query('select 1 from pg_database where datname = $1', [name])).rowCount === 1;

/** All the names change in one moment, or none. */
async function swap(admin: pg.Client, names: [from: string, to: string][]): Promise<void> {
  await admin.query('begin');
  try {
    for (const [from, to] of names) {
      if (await stands(admin, from)) await admin.query(`alter database ${quoted(from)} rename to ${quoted(to)}`);
    }
    await admin.query('commit');
  } catch (error) {
    await admin.query('rollback');
    throw error;
  }
}

/** How long a connection that is being closed may still be seen, ms. */
const LEAVING = 3000;

/** Refuses a company that somebody is connected to. What the database does for itself, such as tidying up, is nobody. */
async function refuseInUse(admin: pg.Client, name: string): Promise<void> {
  const connections = async () => {
    const { rows } = await admin.query<{ who: string; n: number }>(
      `select coalesce(nullif(application_name, ''), 'something without a name') as who, count(*)::int as n
       from pg_stat_activity where datname = $1 and backend_type = 'client backend' group by 1`,
      [name],
    );
    return rows;
  };
  const until = Date.now() + LEAVING;
  let rows = await connections();
  while (rows.length > 0 && Date.now() < until) {
    await new Promise((resolve) => setTimeout(resolve, 200));
    rows = await connections();
  }
  if (rows.length === 0) return;
  const who = rows.map((row) => `${row.who} (${row.n})`).join(', ');
  throw new Error(`The company is in use: ${who}. Stop Wide Pail first, then restore. Nothing was changed.`);
}

function pgRestore(programs: string, args: string[], env: NodeJS.ProcessEnv, data: Readable): Promise<void> {
  const child = spawn(join(programs, 'pg_restore'), args, { cwd: '/', env, stdio: ['pipe', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (chunk) => {
    said += chunk;
  });
  const ended = new Promise<void>((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (code) =>
      code === 0 ? resolve() : reject(new BrokenBackup(`The data cannot be put back.\n${said.trim()}`)),
    );
  });
  // Where the program ends early, it says why itself; the pipe that breaks under it says nothing more.
  return Promise.all([ended, pipeline(data, child.stdin).catch(() => undefined)]).then(() => undefined);
}
