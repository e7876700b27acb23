import { DateTime } from 'luxon';
import type { QueryOf } from '../../contract/endpoint.ts';
import type { JobListItem } from '../../contract/jobs/endpoints.ts';
import type { DayStrip, scheduleEndpoints } from '../../contract/schedule/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { BATCH_MINUTES, POLE_WIND_LIMIT } from '../../core/assumptions.ts';
import { type JobEntry, jobProgress } from '../../core/jobs/progress.ts';
import { coolWindow, FIRST_LIGHT_ZENITH } from '../../core/schedule/coolWindow.ts';
import { solarPosition } from '../../core/sun/solarPosition.ts';
import { CLIMATES, climateMonth } from '../../core/weather/index.ts';
import type { Context } from '../context.ts';
import { type JobRow, jobItems } from '../jobs/useCases.ts';
import { readCompanyRow } from '../people/storage.ts';
import { quoteItems } from '../quotes/useCases.ts';
import { waterReadingsOfSite } from '../sites/storage.ts';
import { addDays, dateIn } from '../soiling/calendar.ts';
import type { Connection } from '../storage/database.ts';

const STEP_MINUTES = 15;
const STEPS_A_DAY = (24 * 60) / STEP_MINUTES;
const USUAL_WATER = 18;
/** Days after which a site counts as not looked at, and a sent quote as waiting too long. */
const LOOK_AFTER = 365;
const CHASE_AFTER = 5;

/** A day of the company on one axis: its jobs, their cool hours, and what to chase. */
export async function readDay(
  context: Context,
  query: QueryOf<(typeof scheduleEndpoints)['readDay']>,
): Promise<DayStrip> {
  const { database } = context;
  const company = await readCompanyRow(database);
  const zone = company?.zone ?? 'UTC';
  const today = dateIn(context.clock(), zone);
  const date = query.date ?? today;
  const jobs = await prepared(
    database,
    await jobItems(database).where({ scheduledFor: date }).orderBy(['sites.name', 'jobs.id']).limit(40),
  );
  const onStrip = [];
  for (const job of jobs) onStrip.push({ ...job, ...(await coolHours(database, job.siteId, date, zone)) });
  const sees = context.person.role !== 'crew';
  return {
    date,
    zone,
    ...(await light(database, date, zone)),
    jobs: onStrip,
    coming: await prepared(
      database,
      await jobItems(database)
        .whereBetween('scheduled_for', [addDays(date, 1), addDays(date, 14)])
        .orderBy(['scheduled_for', 'jobs.id'])
        .limit(12),
    ),
    chase: {
      late: await jobItems(database)
        .where('scheduled_for', '<', today)
        .whereIn('state', ['scheduled', 'in-hand', 'paused'])
        .orderBy(['scheduled_for', 'jobs.id'])
        .limit(12),
      quotes: sees ? await waitingQuotes(context) : [],
      unlooked: sees ? await unlooked(context) : [],
      unsigned: sees
        ? await database('jobs')
            .join('sites', 'sites.id', 'jobs.site_id')
            .where({ state: 'washed' })
            .orderBy('scheduled_for')
            .limit(12)
            .select('jobs.id as jobId', 'jobs.siteId', 'sites.name as site', 'jobs.scheduledFor')
        : [],
    },
  };
}

/** Jobs with what has to be in the van for them, and how much of it is. */
async function prepared(connection: Connection, jobs: JobListItem[]) {
  const ids = jobs.map(({ id }) => id);
  const contents: Pick<JobRow, 'id' | 'content'>[] = await connection('jobs')
    .whereIn('id', ids)
    .select('id', 'content');
  const entries: { jobId: string; body: JobEntry }[] = await connection('job_entries')
    .whereIn('job_id', ids)
    .where({ kind: 'kit' })
    .select('jobId', 'body');
  return jobs.map((job) => {
    const content = contents.find(({ id }) => id === job.id)?.content;
    const { kit } = jobProgress(
      [],
      entries.filter(({ jobId }) => jobId === job.id).map(({ body }) => body),
    );
    return {
      ...job,
      litres: content?.water.litres ?? 0,
      kit: { items: content?.kit.length ?? 0, packed: content?.kit.filter(({ key }) => kit[key]).length ?? 0 },
    };
  });
}

async function waitingQuotes(context: Context) {
  const before = new Date(context.clock().getTime() - CHASE_AFTER * 86_400_000);
  const rows = await quoteItems(context.database)
    .where({ state: 'sent' })
    .where('sent_at', '<', before)
    .orderBy('sent_at')
    .limit(12);
  return rows.map(({ createdAt: _, ...row }) => row);
}

async function unlooked(context: Context) {
  const before = new Date(context.clock().getTime() - LOOK_AFTER * 86_400_000);
  return context
    .database('sites')
    .join('arrays', 'arrays.site_id', 'sites.id')
    .leftJoin('inspections', 'inspections.array_id', 'arrays.id')
    .groupBy('sites.id', 'sites.name')
    .havingRaw('max(inspections.inspected_at) is null or max(inspections.inspected_at) < ?', [before])
    .orderByRaw('max(inspections.inspected_at) nulls first')
    .limit(12)
    .select(
      'sites.id as siteId',
      'sites.name as site',
      context.database.raw('max(inspections.inspected_at) as last_look'),
    );
}

/** Instants of a day in a zone, evenly apart, with their hour of the clock. */
function instantsOf(date: string, zone: string): number[] {
  const start = DateTime.fromISO(date, { zone }).startOf('day').toMillis();
  return Array.from({ length: STEPS_A_DAY }, (_, index) => start + index * STEP_MINUTES * 60_000);
}

const hourOf = (index: number): number => (index * STEP_MINUTES) / 60;

async function coolHours(connection: Connection, siteId: string, date: string, zone: string) {
  const site: Site = await connection('sites').where({ id: siteId }).first();
  const array: SolarArray | undefined = await connection('arrays').where({ siteId }).orderBy(['name', 'id']).first();
  if (array === undefined) return { cool: [], travelMinutes: site.travelMinutes };
  const [water] = await waterReadingsOfSite(connection, siteId);
  const climate = CLIMATES[site.climate];
  const month = Number(date.slice(5, 7)) - 1;
  const of = (values: readonly number[]) => climateMonth(values, month, site.latitude);
  const times = instantsOf(date, zone);
  const { windows } = coolWindow({
    place: { ...site, linkeTurbidity: climate.linkeTurbidity },
    surface: { surfaceTilt: array.tilt, surfaceAzimuth: array.azimuth },
    times,
    weather: [
      { tempAir: of(climate.tempAir), windSpeed: of(climate.windSpeed), relativeHumidity: of(climate.humidity) },
    ],
    waterTemperature: water?.temperature ?? USUAL_WATER,
    batchMinutes: BATCH_MINUTES,
    windLimit: POLE_WIND_LIMIT,
  });
  const hour = (time: number) => hourOf(times.indexOf(time));
  const cool = windows.map(({ from, to }) => ({ from: hour(from), to: hour(to) + STEP_MINUTES / 60 }));
  return { cool, travelMinutes: site.travelMinutes };
}

/** First and last light, hours of the clock, where the company's first site lies. */
async function light(connection: Connection, date: string, zone: string) {
  const site = await connection('sites').orderByRaw('lower(name), id').first('latitude', 'longitude');
  if (site === undefined) return { firstLight: 6, lastLight: 18 };
  const lit = instantsOf(date, zone).map(
    (time) => solarPosition(site.latitude, site.longitude, time).zenith < FIRST_LIGHT_ZENITH,
  );
  const first = lit.indexOf(true);
  return first < 0
    ? { firstLight: 6, lastLight: 18 }
    : { firstLight: hourOf(first), lastLight: hourOf(lit.lastIndexOf(true) + 1) };
}
