import type { Sales } from '../../contract/agreements/endpoints.ts';
import { monthsUpTo, salesByMonth } from '../../core/agreements/sales.ts';
import { leftOf, visitState } from '../../core/agreements/states.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { readCompanyRow } from '../company/storage.ts';
import type { Context } from '../context.ts';
import { jobsWashedSince, minutesAt, whereJobsStand } from '../jobs/storage.ts';
import { lostQuotes, offersByMonth } from '../quotes/storage.ts';
import type { Connection } from '../storage/database.ts';
import { agreedOf, pricesOfJobs, visitsFrom } from './storage.ts';

/** Months that are told of, the last of them this one. */
const MONTHS = 12;
/** Lost offers that are listed with why. */
const MOST_LOST = 20;

/** What became of the offers of a year, what was earned by month, what is agreed and still to come, and why others were lost. */
export async function readSales({ database, clock }: Context): Promise<Sales> {
  const company = await readCompanyRow(database);
  const zone = company?.zone ?? 'UTC';
  const months = monthsUpTo(dateIn(clock(), zone), MONTHS);
  const from = `${months[0]}-01`;
  const sent = await offersByMonth(database, from, zone);
  const won = sent.filter(({ became }) => became === 'won').flatMap(({ ids }) => ids);
  const agreed = await agreedOf(database, won);
  const jobs = await jobsWashedSince(database, from);
  const ids = jobs.map(({ id }) => id);
  const prices = await pricesOfJobs(database, ids);
  const taken = await minutesAt(database, ids);
  return {
    currency: company?.currency ?? '',
    months: salesByMonth(
      months,
      sent.map(({ month, became, ids }) => ({
        ...{ month, became, offers: ids.length },
        agreed: became === 'won' ? ids.reduce((sum, id) => sum + (agreed.get(id) ?? 0), 0) : 0,
      })),
      jobs.flatMap(({ id, washedOn, minutes, travelMinutes }) => {
        const visit = prices.get(id);
        const planned = Math.max(0, minutes - travelMinutes);
        return visit === undefined ? [] : [{ washedOn, planned, taken: taken.get(id) ?? null, ...visit }];
      }),
    ),
    ahead: await ahead(database, from),
    lost: await lostQuotes(database, MOST_LOST),
  };
}

/** What is agreed and neither washed nor left out. */
async function ahead(connection: Connection, from: string): Promise<Sales['ahead']> {
  const visits = await visitsFrom(connection, from);
  const ids = visits.flatMap(({ jobId }) => jobId ?? []);
  const jobs = new Map((await whereJobsStand(connection, ids)).map(({ id, state }) => [id, state]));
  return leftOf(
    visits.map(({ price, jobId }) => ({
      price,
      state: visitState({ skipped: false, job: jobs.get(jobId ?? '') ?? null }),
    })),
  );
}
