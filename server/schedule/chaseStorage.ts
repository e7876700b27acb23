import { jobsInHandSince } from '../jobs/storage.ts';
import { plansWithoutVisit } from '../plans/storage.ts';
import { quotesThatWait } from '../quotes/storage.ts';
import { arraysThatPay, withSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';

/**
 * Arrays under a name that by their newest reckoning a wash has been expected to pay for since a day that has come. Without
 * those that are in hand (a quote that waits, a job that is booked or was done since), and without those whose plan has
 * counted all arrays together since and found that no visit pays.
 */
const due = (connection: Connection, name: string, today: string) =>
  arraysThatPay(connection, name, today)
    .whereNotExists(jobsInHandSince(connection, `${name}.site_id`, `${name}.reckoned_at`))
    .whereNotExists(quotesThatWait(connection, `${name}.site_id`))
    .whereNotExists(plansWithoutVisit(connection, `${name}.site_id`, `${name}.reckoned_at`));

/** Sites with such arrays, the longest since first. Read in the order of the index until there are enough. */
export async function payingSites(
  connection: Connection,
  today: string,
  limit: number,
): Promise<{ siteId: string; site: string; arrays: string; lookOn: string }[]> {
  const first: { siteId: string; site: string; lookOn: string }[] = await withSite(
    due(connection, 'first', today),
    'first.site_id',
  )
    .whereNotExists(
      due(connection, 'earlier', today)
        .whereRaw('earlier.site_id = first.site_id')
        .whereRaw('(earlier.look_on, earlier.id) < (first.look_on, first.id)'),
    )
    .orderBy(['first.look_on', 'first.site_id'])
    .limit(limit)
    .select('first.site_id as siteId', 'sites.name as site', 'first.look_on as lookOn');
  const names: { siteId: string; name: string }[] = await due(connection, 'own', today)
    .whereIn(
      'own.site_id',
      first.map(({ siteId }) => siteId),
    )
    .orderBy('own.name')
    .select('own.site_id as siteId', 'own.name');
  return first.map((site) => ({
    ...site,
    arrays: names
      .filter(({ siteId }) => siteId === site.siteId)
      .map(({ name }) => name)
      .join(', '),
  }));
}
