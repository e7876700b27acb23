import { type BackupHolds, type BackupRun, type Backups, backupRun } from '../../contract/backups/endpoints.ts';
import { type Connection, type Database, json, type Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';

export interface BackupDue {
  everyHours: number;
  keep: number;
  requestedAt: string | null;
  lastGoodAt: string | null;
  lastTriedAt: string | null;
}

interface NewRun {
  kind: BackupRun['kind'];
  startedAt: Date;
  endedAt: Date;
  ok: boolean;
  file: string;
  bytes: number | null;
  holds: BackupHolds | null;
  problem: string | null;
}

const lastRun = async (connection: Connection, where: Partial<Pick<BackupRun, 'kind' | 'ok'>>) =>
  connection('backup_runs').where(where).orderBy('number', 'desc').first();

/** What decides whether a backup is due. */
export async function readDue(connection: Connection): Promise<BackupDue> {
  const { everyHours, keep, requestedAt } = await connection('backup_settings').first();
  const good = await lastRun(connection, { kind: 'backup', ok: true });
  const tried = await lastRun(connection, { kind: 'backup' });
  return { everyHours, keep, requestedAt, lastGoodAt: good?.startedAt ?? null, lastTriedAt: tried?.startedAt ?? null };
}

/** Writes down what became of a backup or a trial; a request that stood before it is met, whatever came of it. */
export const insertRun = (database: Database, row: NewRun): Promise<void> =>
  inTransaction({ database }, async (trx) => {
    await trx('backup_runs').insert({ ...row, holds: row.holds && json(row.holds) });
    if (row.kind === 'backup')
      await trx('backup_settings').where('requestedAt', '<=', row.startedAt).update({ requestedAt: null });
  });

export async function readBackups(connection: Connection, mostRuns: number): Promise<Backups> {
  const { singleton: _, ...settings } = await connection('backup_settings').first();
  const asRun = (row: unknown) => (row === undefined ? null : backupRun.parse(row));
  const runs = await connection('backup_runs').orderBy('number', 'desc').limit(mostRuns);
  return {
    ...settings,
    lastGood: asRun(await lastRun(connection, { kind: 'backup', ok: true })),
    lastTrial: asRun(await lastRun(connection, { kind: 'trial' })),
    runs: runs.map((row) => backupRun.parse(row)),
  };
}

/** @returns whether the settings still had the version that was read, and so were changed */
export async function updateSettings(
  trx: Transaction,
  version: number,
  settings: Pick<Backups, 'everyHours' | 'keep'>,
): Promise<boolean> {
  const changed = await trx('backup_settings')
    .where({ version })
    .update({ ...settings, version: version + 1 });
  return changed > 0;
}

export const askForBackup = (trx: Transaction, at: Date): Promise<unknown> =>
  trx('backup_settings').whereNull('requestedAt').update({ requestedAt: at });
