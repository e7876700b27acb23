import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { type Standing, standing } from '../../core/spine/standing.ts';
import type { Connection } from '../storage/database.ts';
import { latestOfSites } from './latest.ts';

export interface SiteStanding extends Omit<Standing, 'planOvertaken'> {
  latest: SiteSpread['latest'];
}

/** Where each of some sites stands. */
export async function standings(
  connection: Connection,
  siteIds: string[],
  now: Date,
): Promise<Map<string, SiteStanding>> {
  const latest = await latestOfSites(connection, siteIds, now);
  return new Map(
    [...latest].map(([siteId, records]) => {
      const { planOvertaken, ...stands } = standing(records, now);
      const { plan, quote, job, report } = records;
      const ids = {
        planId: plan?.id ?? null,
        quoteId: quote?.id ?? null,
        jobId: job?.id ?? null,
        reportId: report?.id ?? null,
      };
      return [siteId, { ...stands, latest: { ...ids, planOvertaken } }];
    }),
  );
}
