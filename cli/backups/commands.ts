import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePostgres } from '../debian.ts';
import { inPlace } from '../place.ts';
import { holdsOf, makeBackup, sayHolds } from './backup.ts';
import { askPassphrase } from './passphrase.ts';
import { databaseOf } from './programs.ts';
import { checkBackup, restoreBackup, undoRestore } from './restore.ts';

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
