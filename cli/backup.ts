import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensureDatabase, openCluster } from './cluster.ts';
import { ensurePostgres } from './debian.ts';
import { dataFolder } from './folders.ts';

/** Which database a backup is about: one's own server, or the private cluster's (demo with PAIL_DATABASE=demo). */
async function withDatabase(run: (url: string, programs: string) => number): Promise<number> {
  const programs = ensurePostgres();
  if (process.env.DATABASE_URL) return run(process.env.DATABASE_URL, programs);
  const cluster = await openCluster(join(dataFolder(), 'cluster'));
  try {
    return run(await ensureDatabase(cluster, process.env.PAIL_DATABASE ?? 'pail'), programs);
  } finally {
    cluster.stop();
  }
}

/** The password goes by the environment, not by the list of processes. */
function call(programs: string, program: string, args: string[], url: string) {
  const address = new URL(url);
  return spawnSync(join(programs, program), args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      ...process.env,
      PGHOST: address.hostname,
      PGPORT: address.port || '5432',
      PGUSER: decodeURIComponent(address.username),
      PGPASSWORD: decodeURIComponent(address.password),
      PGDATABASE: address.pathname.slice(1),
    },
  }).status;
}

/** Writes everything, photographs too, into one file in PostgreSQL's own open archive format. */
export async function backup(file: string | undefined): Promise<number> {
  if (!file) throw new Error('Say where: ./pail backup FILE');
  const target = resolve(file);
  if (existsSync(target))
    throw new Error(`${target} is there already. Choose another name; backups are not written over.`);
  return withDatabase((url, programs) => {
    const status = call(programs, 'pg_dump', ['--format=custom', '--no-owner', `--file=${target}`], url);
    if (status === 0) console.log(`Everything is in ${target}.`);
    return status ?? 1;
  });
}

/** Puts a backup back in one transaction: all of it or nothing. */
export async function restore(file: string | undefined): Promise<number> {
  if (!file || !existsSync(file)) throw new Error('Say which: ./pail restore FILE, a file that ./pail backup wrote');
  return withDatabase((url, programs) => {
    const args = ['--clean', '--if-exists', '--no-owner', '--single-transaction', '--exit-on-error'];
    const name = new URL(url).pathname.slice(1);
    const status = call(programs, 'pg_restore', [...args, `--dbname=${name}`, resolve(file)], url);
    console.log(status === 0 ? `${resolve(file)} is back.` : 'Nothing was changed.');
    return status ?? 1;
  });
}
