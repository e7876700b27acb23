import { moduleCount } from '../../core/sites/layout.ts';
import type { LatestRecords } from '../../core/spine/standing.ts';
import { newestLooks } from '../inspections/storage.ts';
import { jobsThatMatter } from '../jobs/storage.ts';
import { newestPlans } from '../plans/storage.ts';
import { newestQuotes } from '../quotes/storage.ts';
import { newestLosses } from '../reckoning/storage.ts';
import { newestReports } from '../reports/storage.ts';
import { gridsOfSites, zonesOf } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';

/** The newest records of each of some sites: each room is asked once, however many sites there are. */
export async function latestOfSites(
  connection: Connection,
  siteIds: string[],
  now: Date,
): Promise<Map<string, LatestRecords>> {
  const zoneOf = await zonesOf(connection, siteIds);
  const arrays = await gridsOfSites(connection, siteIds);
  const arrayIds = arrays.map(({ id }) => id);
  const inspections = await newestLooks(connection, arrayIds);
  const reckonings = await newestLosses(connection, arrayIds);
  const plans = await newestPlans(connection, siteIds);
  const quotes = await newestQuotes(connection, siteIds);
  const jobs = await jobsThatMatter(connection, siteIds, now);
  const reports = await newestReports(connection, siteIds);
  return new Map(
    siteIds.map((siteId) => {
      const own = arrays.filter((array) => array.siteId === siteId);
      const ownIds = new Set(own.map(({ id }) => id));
      const of = <T extends { siteId: string }>(rows: T[]) => rows.find((row) => row.siteId === siteId);
      const latest: LatestRecords = {
        zone: zoneOf.get(siteId) ?? 'UTC',
        arrays: own.map((array) => ({
          id: array.id,
          modules: moduleCount(array),
          moduleWatts: array.moduleWatts,
        })),
        inspections: new Map(inspections.filter((row) => ownIds.has(row.arrayId)).map((row) => [row.arrayId, row])),
        reckonings: new Map(reckonings.filter((row) => ownIds.has(row.arrayId)).map((row) => [row.arrayId, row])),
        plan: of(plans),
        quote: of(quotes),
        job: of(jobs),
        report: of(reports),
      };
      return [siteId, latest];
    }),
  );
}
