import { recordedAgreements, recordedVisits } from '../agreements/storage.ts';
import { recordedInspections } from '../inspections/storage.ts';
import { recordedEntries, recordedJobs } from '../jobs/storage.ts';
import { recordedLetterEvents, recordedLetters } from '../letters/storage.ts';
import { recordedPlans } from '../plans/storage.ts';
import { recordedFollowUps, recordedQuotes } from '../quotes/storage.ts';
import { recordedOutlooks, recordedReckonings } from '../reckoning/storage.ts';
import { recordedReports } from '../reports/storage.ts';
import type { Connection } from '../storage/database.ts';

const idsOf = (rows: readonly { id: string }[]): string[] => rows.map(({ id }) => id);

/**
 * Every stored row that belongs to a site's history, oldest first, with the inputs and results as they were kept. Which of their
 * columns leave is said where it is asked for.
 */
export async function recordOfSite(connection: Connection, siteId: string, arrayIds: string[]) {
  const [inspections, reckonings, outlooks, plans, quotes, agreements, jobs, reports] = await Promise.all([
    recordedInspections(connection, arrayIds),
    recordedReckonings(connection, arrayIds),
    recordedOutlooks(connection, arrayIds),
    recordedPlans(connection, siteId),
    recordedQuotes(connection, siteId),
    recordedAgreements(connection, siteId),
    recordedJobs(connection, siteId),
    recordedReports(connection, siteId),
  ]);
  const entries = await recordedEntries(connection, idsOf(jobs));
  const visits = await recordedVisits(connection, idsOf(agreements));
  const letters = await recordedLetters(connection, idsOf(quotes as { id: string }[]));
  const followUps = await recordedFollowUps(connection, idsOf(quotes as { id: string }[]));
  const letterEvents = await recordedLetterEvents(connection, idsOf(letters));
  return {
    inspections,
    reckonings,
    outlooks,
    plans,
    quotes,
    followUps,
    letters,
    letterEvents,
    agreements,
    visits,
    jobs,
    entries,
    reports,
  };
}
