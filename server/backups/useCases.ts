import type { Backups, backupsEndpoints } from '../../contract/backups/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { Context } from '../context.ts';
import { late } from '../errors.ts';
import { inTransaction } from '../storage/transactions.ts';
import { INSTALLATION_ID, trail } from '../storage/writing.ts';
import { askForBackup, readBackups, updateSettings } from './storage.ts';

type Endpoints = typeof backupsEndpoints;

/** Runs that the owner's page looks back on. */
const MOST_RUNS = 20;

export const showBackups = (context: Pick<Context, 'database'>): Promise<Backups> =>
  readBackups(context.database, MOST_RUNS);

export function changeBackups(context: Context, body: BodyOf<Endpoints['changeBackups']>): Promise<Backups> {
  const { version, ...settings } = body;
  return inTransaction(context, async (trx) => {
    if (!(await updateSettings(trx, version, settings))) throw late(await readBackups(trx, MOST_RUNS), body);
    await trail(trx, context, { record: 'backups', id: INSTALLATION_ID, action: 'change', change: body });
    return readBackups(trx, MOST_RUNS);
  });
}

/** Whoever keeps the backups finds the request at its next look. */
export function requestBackup(context: Context): Promise<Backups> {
  return inTransaction(context, async (trx) => {
    await askForBackup(trx, context.clock());
    await trail(trx, context, { record: 'backups', id: INSTALLATION_ID, action: 'request' });
    return readBackups(trx, MOST_RUNS);
  });
}
