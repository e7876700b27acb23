import type { Knex } from 'knex';
import {
  type Outlook,
  type OutlookSettings,
  outlook,
  type Reckoning,
  reckoning,
} from '../../contract/reckoning/endpoints.ts';
import type { Taught } from '../../core/assimilation/taught.ts';
import type { Estimate } from '../../core/inspections/soil.ts';
import { withPerson, withPersonIfAny } from '../people/names.ts';
import { withArray, withSite } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestOf } from '../storage/newest.ts';
import { lastEnteredFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** Reckonings with the name of whoever made them. */
const named = (connection: Connection) =>
  withPerson(connection('reckonings'), 'reckonings.by').select('reckonings.*', 'people.name as by');

const toReckoning = (row: Record<string, unknown>): Reckoning => reckoning.parse(row);

type NewReckoning = Omit<Reckoning, 'at'> & { at: Date };

export const insertReckoning = (
  trx: Transaction,
  { overrides, input, output, ...row }: NewReckoning,
): Promise<unknown> =>
  trx('reckonings').insert({
    ...row,
    lookOn: output.lookOn,
    lossNow: output.lossNow.mid,
    taught: output.known.taught.length > 0 ? json(output.known.taught) : null,
    overrides: json(overrides),
    input: json(input),
    output: json(output),
  });

/** The reckoning, or a 404. */
export const readReckoning = async (connection: Connection, id: string): Promise<Reckoning> =>
  toReckoning(mustHave(await named(connection).where({ 'reckonings.id': id }).first(), 'reckoning'));

/** One more than a page of an array's reckonings, newest first. */
export async function listReckoningRows(
  connection: Connection,
  arrayId: string,
  query: PageQuery,
): Promise<(Reckoning & { entered: number })[]> {
  const rows = await lastEnteredFirst(named(connection).where({ arrayId }), 'reckonings.entered', query);
  return rows.map((row) => ({ ...toReckoning(row), entered: row.entered }));
}

/** The loss that was reckoned last before a moment; null where nobody had. */
export async function reckonedBefore(
  connection: Connection,
  arrayId: string,
  moment: string,
): Promise<{ at: string; lossNow: Estimate } | null> {
  const row = await connection('reckonings')
    .where({ arrayId })
    .where('at', '<', moment)
    .orderBy('entered', 'desc')
    .first('at', connection.raw(`output -> 'lossNow' as loss_now`));
  return row ?? null;
}

/** The newest reckoning of each of some arrays. */
export async function lastReckonings(connection: Connection, arrayIds: string[]): Promise<Reckoning[]> {
  const rows = await named(connection)
    .distinctOn('array_id')
    .whereIn('array_id', arrayIds)
    .orderBy([{ column: 'array_id' }, { column: 'entered', order: 'desc' }]);
  return rows.map(toReckoning);
}

interface TaughtRow {
  id: string;
  name: string;
  siteId: string;
  site: string;
  taught: Taught[];
}

/** What the newest reckoning of each array taught, the newest first. */
export const taughtByArrays = (connection: Connection, limit: number): Knex.QueryBuilder<object, TaughtRow[]> =>
  withSite(withArray(connection('reckonings as newest'), 'newest.array_id'), 'arrays.site_id')
    .whereNotNull('newest.taught')
    .whereNotExists(
      connection('reckonings as later').whereRaw('later.array_id = newest.array_id and later.entered > newest.entered'),
    )
    .orderBy('newest.entered', 'desc')
    .limit(limit)
    .select('arrays.id', 'arrays.name', 'arrays.siteId', 'sites.name as site', 'newest.taught as taught');

/** What was set for the years ahead of an array, with the name of whoever set it. */
export async function findOutlook(connection: Connection, arrayId: string): Promise<Outlook | undefined> {
  const row = await withPersonIfAny(connection('outlooks'), 'outlooks.by')
    .where({ 'outlooks.id': arrayId })
    .first('outlooks.settings', 'outlooks.version', 'outlooks.at', 'people.name as by');
  return row && outlook.parse(row);
}

/** The row that the first setting is written to. */
export const beginOutlook = (trx: Transaction, arrayId: string): Promise<unknown> =>
  trx('outlooks').insert({ id: arrayId }).onConflict('id').ignore();

export const outlookColumns = ({ settings, ...row }: { settings: OutlookSettings; by: string; at: Date }) => ({
  ...row,
  settings: json(settings),
});

/** What each of some arrays was last reckoned to lose. */
export const newestLosses = (
  connection: Connection,
  arrayIds: readonly string[],
): Promise<{ arrayId: string; inspectionId: string; at: string; lossNow: number; overruled: boolean }[]> =>
  newestOf(
    connection,
    'reckonings',
    { by: 'array_id', order: 'entered', ids: arrayIds },
    "inspection_id, at, loss_now, overrides <> '{}'::jsonb as overruled",
  );

/** Every reckoning of some arrays as it is stored, and what was set for the years ahead. */
export const recordedReckonings = (
  connection: Connection,
  arrayIds: readonly string[],
): Promise<Record<string, unknown>[]> => connection('reckonings').whereIn('arrayId', arrayIds).orderBy('at');
export const recordedOutlooks = (
  connection: Connection,
  arrayIds: readonly string[],
): Promise<Record<string, unknown>[]> => connection('outlooks').whereIn('id', arrayIds);
