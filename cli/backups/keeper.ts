import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupHolds } from '../../contract/backups/endpoints.ts';
import { MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import { type BackupDue, insertRun, readDue } from '../../server/backups/storage.ts';
import { type Database, ifFree } from '../../server/storage/database.ts';

export interface KeeperOptions {
  database: Database;
  /** where the backups lie; made where it is missing */
  folder: string;
  clock: () => Date;
  /** writes a backup. @returns what it holds */
  make: (file: string, now: Date) => Promise<BackupHolds>;
  /** puts it back on trial, somewhere where it is thrown away */
  attempt: (file: string) => Promise<BackupHolds>;
}

const NAME = /^wide-pail-\d{8}T\d{6}Z\.backup$/;
const nameOf = (now: Date): string => `wide-pail-${now.toISOString().replace(/[-:]|\.\d+/g, '')}.backup`;

/** Whether a backup is due: it was asked for, or the last good one is older than it may be. */
export function isDue({ everyHours, requestedAt, lastGoodAt, lastTriedAt }: BackupDue, now: Date): boolean {
  if (requestedAt !== null) return true;
  const since = (at: string | null) => (at === null ? Number.POSITIVE_INFINITY : now.getTime() - Date.parse(at));
  // After a failure it is tried again within the hour, not with every look.
  return (
    since(lastGoodAt) >= everyHours * MILLISECONDS_PER_HOUR &&
    since(lastTriedAt) >= Math.min(everyHours, 1) * MILLISECONDS_PER_HOUR
  );
}

/**
 * One look: makes a backup where one is due, puts it back on trial, and takes away what is more than is kept. Each is
 * written down with its outcome. Of several keepers of one database one does it.
 */
export async function keepBackups(options: KeeperOptions): Promise<void> {
  const { database, folder, clock } = options;
  await ifFree(database, 'backups', async () => {
    const due = await readDue(database);
    if (!isDue(due, clock())) return;
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const file = join(folder, nameOf(clock()));
    const made = await run(options, 'backup', file, () => options.make(file, clock()));
    if (!made) return;
    await run(options, 'trial', file, () => options.attempt(file));
    takeAway(folder, due.keep);
  });
}

async function run(
  { database, clock }: KeeperOptions,
  kind: 'backup' | 'trial',
  file: string,
  work: () => Promise<BackupHolds>,
): Promise<boolean> {
  const startedAt = clock();
  const outcome = await work().then(
    (holds) => ({ ok: true, holds, bytes: statSync(file).size, problem: null }),
    (error: unknown) => ({
      ok: false,
      holds: null,
      bytes: null,
      problem: (error instanceof Error ? error.message : String(error)).slice(0, 1000),
    }),
  );
  await insertRun(database, { kind, startedAt, endedAt: clock(), file, ...outcome });
  return outcome.ok;
}

/** Only files that a keeper named are taken away, the oldest first. */
function takeAway(folder: string, keep: number): void {
  const own = readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort();
  for (const name of own.slice(0, Math.max(0, own.length - keep))) rmSync(join(folder, name));
}
