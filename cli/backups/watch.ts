import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { repeat } from '../../server/compute/repeat.ts';
import { openDatabase } from '../../server/storage/database.ts';
import { sweepScratch } from '../../server/system/scratch.ts';
import { ensurePostgres } from '../debian.ts';
import { dataFolder } from '../folders.ts';
import { holdsOf, makeBackup } from './backup.ts';
import { keepBackups } from './keeper.ts';
import { OPENED, tryRestore } from './restore.ts';

/** Takes away what a broken-off restore left open, and looks every half minute whether a backup is due. @returns what stops it */
export function watchBackups(url: string, adminUrl: string, say: (error: unknown) => void): () => Promise<void> {
  sweepScratch(tmpdir(), OPENED);
  const database = openDatabase(url, 3);
  const programs = ensurePostgres();
  const passphrase = process.env.PAIL_PASSPHRASE;
  const stop = repeat(
    () =>
      keepBackups({
        database,
        folder: process.env.BACKUP_FOLDER ?? join(dataFolder(), 'backups'),
        clock: () => new Date(),
        make: async (file, now) => holdsOf(await makeBackup({ url, programs, file, passphrase, now })),
        attempt: (file) => tryRestore({ url, adminUrl, programs, file, passphrase: async () => passphrase ?? '' }),
      }),
    30_000,
    say,
  );
  return async () => {
    await stop();
    await database.destroy();
  };
}
