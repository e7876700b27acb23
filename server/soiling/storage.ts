import {
  type Outlook,
  type OutlookSettings,
  outlook,
  type Reckoning,
  reckoning,
} from '../../contract/soiling/endpoints.ts';
import type { Taught } from '../../core/assimilation/taught.ts';
import type { Estimate } from '../../core/inspections/soil.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { lastEnteredFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';
import { lifted } from './lift.ts';

/** Reckonings with the name of whoever made them. */
const named = (connection: Connection) =>
  connection('reckonings').join('people', 'people.id', 'reckonings.by').select('reckonings.*', 'people.name as by');

const toReckoning = (row: Record<string, unknown>): Reckoning => reckoning.parse(lifted(row));

type NewReckoning = Omit<Reckoning, 'at'> & { at: Date };

export const insertReckoning = (
  trx: Transaction,
  { overrides, input, output, ...row }: NewReckoning,
): Promise<unknown> =>
  trx('reckonings').insert({
    ...row,
    lookOn: output.lookOn,
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

/** What the newest reckoning of each array taught, the newest first. */
export const taughtByArrays = (
  connection: Connection,
  limit: number,
): Promise<{ id: string; name: string; siteId: string; site: string; taught: Taught[] }[]> =>
  connection
    .from(
      connection('reckonings')
        .distinctOn('array_id')
        .orderBy([{ column: 'array_id' }, { column: 'entered', order: 'desc' }])
        .select('array_id', 'entered', connection.raw(`output #> '{known,taught}' as taught`))
        .as('newest'),
    )
    .join('arrays', 'arrays.id', 'newest.array_id')
    .join('sites', 'sites.id', 'arrays.site_id')
    .whereRaw(`jsonb_typeof(newest.taught) = 'array'`)
    .orderBy('newest.entered', 'desc')
    .limit(limit)
    .select('arrays.id', 'arrays.name', 'arrays.siteId', 'sites.name as site', 'newest.taught as taught');

/**
 * Sites with arrays that by their newest reckoning a wash has been expected to pay for since a day that has come, the longest
 * since first. Without those that are in hand (a quote that waits, a job that is booked or was done since), and without
 * those whose plan has counted all arrays together since and found that no visit pays.
 */
export const payingSites = (
  connection: Connection,
  today: string,
  limit: number,
): Promise<{ siteId: string; site: string; arrays: string; lookOn: string }[]> =>
  connection
    .from(
      connection('reckonings')
        .distinctOn('array_id')
        .orderBy([{ column: 'array_id' }, { column: 'entered', order: 'desc' }])
        .select('array_id', 'look_on', 'at')
        .as('newest'),
    )
    .join('arrays', 'arrays.id', 'newest.array_id')
    .join('sites', 'sites.id', 'arrays.site_id')
    .where('newest.look_on', '<=', today)
    .whereNotExists(
      connection('jobs')
        .whereRaw('jobs.site_id = sites.id')
        .whereRaw(`(jobs.state in ('scheduled', 'in-hand', 'paused') or jobs.scheduled_for >= newest.at::date)`),
    )
    .whereNotExists(connection('quotes').whereRaw(`quotes.site_id = sites.id and quotes.state = 'sent'`))
    .whereNotExists(
      connection('plans').whereRaw(
        `plans.site_id = sites.id and plans.at >= newest.at and (plans.output #>> '{visits,best}')::int = 0`,
      ),
    )
    .groupBy('sites.id', 'sites.name')
    .orderByRaw('min(newest.look_on), sites.id')
    .limit(limit)
    .select(
      'sites.id as siteId',
      'sites.name as site',
      connection.raw(`string_agg(arrays.name, ', ' order by arrays.name) as arrays`),
      connection.raw('min(newest.look_on)::text as look_on'),
    );

/** What was set for the years ahead of an array, with the name of whoever set it. */
export async function findOutlook(connection: Connection, arrayId: string): Promise<Outlook | undefined> {
  const row = await connection('outlooks')
    .leftJoin('people', 'people.id', 'outlooks.by')
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
