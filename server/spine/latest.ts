import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { newestLooks } from '../inspections/storage.ts';
import { jobsThatMatter } from '../jobs/storage.ts';
import { newestPlans } from '../methods/storage.ts';
import { newestQuotes } from '../quotes/storage.ts';
import { newestReports } from '../reports/storage.ts';
import { gridsOfSites, zonesOf } from '../sites/storage.ts';
import { newestLosses } from '../soiling/storage.ts';
import type { Connection } from '../storage/database.ts';

/** The newest record of each step of one site, as far as the spine needs it. */
export interface Latest {
  zone: string;
  arrays: Pick<SolarArray, 'id' | 'rows' | 'columns' | 'missing' | 'moduleWatts'>[];
  inspections: Map<string, { id: string; inspectedAt: string }>;
  reckonings: Map<string, { inspectionId: string; at: string; lossNow: number; overruled: boolean }>;
  plan: { id: string; at: string; visits: number; overruled: boolean } | undefined;
  quote: { id: string; state: string; planId: string; gross: number } | undefined;
  job: { id: string; state: string; quoteId: string; modulesLeft: number } | undefined;
  report: { id: string; jobId: string; state: string; drawnUpAt: string; gain: number | null } | undefined;
}

/** The newest records of each of some sites: each room is asked once, however many sites there are. */
export async function latestOfSites(
  connection: Connection,
  siteIds: string[],
  now: Date,
): Promise<Map<string, Latest>> {
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
      const latest: Latest = {
        zone: zoneOf.get(siteId) ?? 'UTC',
        arrays: own,
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
