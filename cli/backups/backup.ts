import { spawn } from 'node:child_process';
import { renameSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import pg from 'pg';
import type { BackupHolds, BackupManifest } from '../../contract/backups/endpoints.ts';
import { openScratch } from '../../server/system/scratch.ts';
import { intoFile, writeArchive } from './archive.ts';
import { companyStands, contentsOf, LEFT_OUT, QUEUE_SCHEMA } from './contents.ts';
import { encryptInto } from './passphrase.ts';
import { postgresEnvironment } from './programs.ts';

export interface BackupOptions {
  /** address of the database */
  url: string;
  /** folder of PostgreSQL's own programs */
  programs: string;
  /** where to; must not be there yet */
  file: string;
  passphrase?: string | undefined;
  now: Date;
}

/**
 * Writes everything but sessions, attempts and secrets into one file, readable for this account alone. Data and manifest
 * are of one moment. The file has its name only when it is whole, and under a passphrase it is encrypted as it is made: nothing of it
 * is ever written as it was.
 * @throws Error in words where no company stands
 */
export async function makeBackup({ url, programs, file, passphrase, now }: BackupOptions): Promise<BackupManifest> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const scratch = openScratch(dirname(file), '.pail-backup-');
  const written = join(scratch.folder, 'written');
  const sink = passphrase ? (archive: Readable) => encryptInto(archive, written, passphrase) : intoFile(written);
  try {
    if (!(await companyStands(client))) throw new Error('There is no company in this database, so nothing to back up.');
    await client.query('begin transaction isolation level repeatable read, read only');
    const { rows } = await client.query('select pg_export_snapshot() as snapshot');
    const dump = startDump(programs, url, rows[0].snapshot);
    const manifest = await writeArchive(sink, dump.data, async () => {
      await dump.ended;
      return {
        format: 'wide-pail-backup',
        formatVersion: 1,
        madeAt: now.toISOString(),
        ...(await contentsOf(client)),
      };
    });
    await keepOnDisk(written);
    renameSync(written, file);
    return manifest;
  } finally {
    await client.end();
    scratch.close();
  }
}

/** Waits until a file is on the disk and not only on its way there. */
async function keepOnDisk(file: string): Promise<void> {
  const handle = await open(file, 'r');
  await handle.sync();
  await handle.close();
}

function startDump(programs: string, url: string, snapshot: string): { data: Readable; ended: Promise<void> } {
  const args = [
    '--format=custom',
    '--compress=1',
    '--no-owner',
    '--no-privileges',
    `--snapshot=${snapshot}`,
    `--exclude-schema=${QUEUE_SCHEMA}`,
    ...LEFT_OUT.map((table) => `--exclude-table-data=public.${table}`),
  ];
  const child = spawn(join(programs, 'pg_dump'), args, {
    cwd: tmpdir(),
    stdio: ['ignore', 'pipe', 'pipe'],
    env: postgresEnvironment(url),
  });
  let said = '';
  child.stderr.on('data', (chunk) => {
    said += chunk;
  });
  const ended = new Promise<void>((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`pg_dump failed.\n${said}`))));
  });
  // Whoever waits for it is told; nobody waits where reading the data failed first.
  ended.catch(() => undefined);
  return { data: child.stdout, ended };
}

/** What a backup holds, in short. */
export const holdsOf = ({ company, tables, pictures, newest }: BackupManifest): BackupHolds => ({
  company,
  tables: tables.length,
  rows: tables.reduce((sum, { rows }) => sum + rows, 0),
  pictures,
  newest,
});

/** The same in words. */
export function sayHolds({ company, tables, rows, pictures, newest }: BackupHolds): string {
  const since = newest === null ? 'nothing changed yet' : `newest change ${newest}`;
  return `${company}: ${tables} tables, ${rows} rows, ${pictures} pictures, ${since}.`;
}
