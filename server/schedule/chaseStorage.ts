import { lastLooks } from '../inspections/storage.ts';
import { jobsInHandSince } from '../jobs/storage.ts';
import { plansWithoutVisit } from '../methods/storage.ts';
import { quotesThatWait } from '../quotes/storage.ts';
import { sitesWithArrays, withArray, withSite } from '../sites/storage.ts';
import { newestReckonings } from '../soiling/storage.ts';
import type { Connection } from '../storage/database.ts';

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
  withSite(withArray(connection.from(newestReckonings(connection).as('newest')), 'newest.array_id'), 'arrays.site_id')
    .where('newest.look_on', '<=', today)
    .whereNotExists(jobsInHandSince(connection, 'sites.id', 'newest.at'))
    .whereNotExists(quotesThatWait(connection, 'sites.id'))
    .whereNotExists(plansWithoutVisit(connection, 'sites.id', 'newest.at'))
    .groupBy('sites.id', 'sites.name')
    .orderByRaw('min(newest.look_on), sites.id')
    .limit(limit)
    .select(
      'sites.id as siteId',
      'sites.name as site',
      connection.raw(`string_agg(arrays.name, ', ' order by arrays.name) as arrays`),
      connection.raw('min(newest.look_on)::text as look_on'),
    );

/** Sites with an array that nobody has looked at since an instant, longest ago first. */
export const sitesNotSeenSince = (
  connection: Connection,
  instant: Date,
  limit: number,
): Promise<{ siteId: string; site: string; lastLook: string | null }[]> =>
  sitesWithArrays(connection)
    .leftJoin(lastLooks(connection).as('looks'), 'looks.array_id', 'arrays.id')
    .groupBy('sites.id', 'sites.name')
    .havingRaw('max(looks.last_look) is null or max(looks.last_look) < ?', [instant])
    .orderByRaw('max(looks.last_look) nulls first')
    .limit(limit)
    .select('sites.id as siteId', 'sites.name as site', connection.raw('max(looks.last_look) as last_look'));
