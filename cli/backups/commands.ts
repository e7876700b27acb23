import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { clusterStands, databaseStands, ensureDatabase, openCluster } from '../cluster.ts';
import { ensurePostgres } from '../debian.ts';
import { dataFolder, notesOnFolders } from '../folders.ts';
import { holdsOf, makeBackup, sayHolds } from './backup.ts';
import { askPassphrase } from './passphrase.ts';
import { databaseOf } from './programs.ts';
import { checkBackup, restoreBackup, undoRestore } from './restore.ts';

interface Place {
  url: string;
  adminUrl: string;
  programs: string;
}

/** Which database of the private cluster is meant (the demo's with PAIL_DATABASE=demo). */
const databaseName = (): string => process.env.PAIL_DATABASE ?? 'pail';

/**
 * Which database a backup is about: one's own server's, or the private cluster's.
 * @param make whether a cluster and a database may be made where there are none
 */
async function inPlace(make: boolean, run: (place: Place) => Promise<void>): Promise<number> {
  for (const note of notesOnFolders()) console.error(note);
  const programs = ensurePostgres();
  if (process.env.DATABASE_URL) {
    const url = process.env.DATABASE_URL;
    await run({ url, adminUrl: process.env.ADMIN_DATABASE_URL ?? url, programs });
    return 0;
  }
  const folder = join(dataFolder(), 'cluster');
  const nothing = `There is no company here: nothing stands in ${folder}. PAIL_DATA names another data folder.`;
  if (!make && !clusterStands(folder)) throw new Error(nothing);
  const cluster = await openCluster(folder);
  try {
    if (!make && !(await databaseStands(cluster, databaseName()))) throw new Error(nothing);
    const url = await ensureDatabase(cluster, databaseName());
    await run({ url, adminUrl: cluster.url(), programs });
    return 0;
  } finally {
    cluster.stop();
  }
}

const OPTIONS = {
  check: { type: 'boolean', default: false },
  encrypt: { type: 'boolean', default: false },
  undo: { type: 'boolean', default: false },
} as const;

function read(args: string[]) {
  const { values, positionals } = parseArgs({ args, options: OPTIONS, allowPositionals: true });
  return { ...values, file: positionals[0] === undefined ? undefined : resolve(positionals[0]) };
}

/** `./pail backup FILE`, `./pail backup --encrypt FILE`, `./pail backup --check FILE` */
export async function backup(args: string[]): Promise<number> {
  const { file, check, encrypt } = read(args);
  if (!file) throw new Error('Say where: ./pail backup FILE');
  if (check) return checkFile(file);
  if (existsSync(file)) throw new Error(`${file} is there already. Choose another name; backups are not written over.`);
  return inPlace(false, async ({ url, programs }) => {
    const passphrase = encrypt ? await askPassphrase() : undefined;
    const manifest = await makeBackup({ url, programs, file, passphrase, now: new Date() });
    console.log(`${sayHolds(holdsOf(manifest))}\nAll of it is in ${file}.`);
  });
}

async function checkFile(file: string): Promise<number> {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  const manifest = await checkBackup({ file, passphrase: askPassphrase, programs: ensurePostgres() });
  if (manifest === null) {
    console.log(
      'An older backup, from before sums were written: it can be read to its end, and nothing more is known.',
    );
    return 0;
  }
  for (const { name, rows } of manifest.tables) if (rows > 0) console.log(`${String(rows).padStart(9)} ${name}`);
  console.log(`${sayHolds(holdsOf(manifest))}\nMade ${manifest.madeAt}, whole and as it was written.`);
  return 0;
}

/** `./pail restore FILE`, `./pail restore --undo` */
export async function restore(args: string[]): Promise<number> {
  const { file, undo } = read(args);
  if (undo) {
    return inPlace(false, async (place) => {
      await undoRestore(place);
      console.log('The state from before the last restore stands again.');
    });
  }
  if (!file || !existsSync(file)) throw new Error('Say which: ./pail restore FILE, a file that ./pail backup wrote');
  return inPlace(true, async (place) => {
    const holds = await restoreBackup({ ...place, file, passphrase: askPassphrase });
    console.log(`${sayHolds(holds)}\n${file} is back. Everybody signs in again.`);
    console.log(
      `What stood before is kept as the database ${databaseOf(place.url)}_before until the next restore; ./pail restore --undo puts it back.`,
    );
  });
}
