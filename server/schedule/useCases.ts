import { LRUCache } from 'lru-cache';
import type { QueryOf } from '../../contract/endpoint.ts';
import type { JobListItem } from '../../contract/jobs/endpoints.ts';
import type { DaySchedule, scheduleEndpoints } from '../../contract/schedule/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { BATCH_MINUTES, POLE_WIND_LIMIT } from '../../core/assumptions.ts';
import { coolWindow, FIRST_LIGHT_ZENITH } from '../../core/schedule/coolWindow.ts';
import type { Stretch } from '../../core/schedule/onDayAxis.ts';
import { solarPosition } from '../../core/sun/solarPosition.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { addedDays } from '../../core/time/dates.ts';
import { MILLISECONDS_PER_DAY, MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import { CLIMATES, climateMonth } from '../../core/weather/index.ts';
import { depositsThatWait, linesToPutUp, visitsToBook } from '../agreements/storage.ts';
import { readCompanyRow } from '../company/storage.ts';
import type { Context } from '../context.ts';
import { looseArrays } from '../inspections/fittings.ts';
import { callsThatWait } from '../inspections/quickLookStorage.ts';
import { jobsBetween, jobsOn, lateJobs, packingOf, unsignedJobs } from '../jobs/storage.ts';
import { unansweredQuestions } from '../letters/storage.ts';
import { waitingQuotes } from '../quotes/storage.ts';
import { arraysOfSites, firstPlace, sitesNotSeenSince, sitesOf } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { mustHave } from '../storage/writing.ts';
import { startOfDay } from '../time/instants.ts';
import { newestWater } from '../water/storage.ts';
import { payingSites } from './chaseStorage.ts';

const STEP_MINUTES = 15;
const STEPS_A_DAY = (24 * 60) / STEP_MINUTES;
const USUAL_WATER = 18;
/** Days after which a site counts as not looked at. */
const LOOK_AFTER = 365;
/** Days before the window of a visit begins from which on it is to be booked. */
const BOOK_AHEAD = 21;
/** How far ahead the page looks, days, and how long its lists get. */
const COMING_DAYS = 14;
export const MOST_ON_A_DAY = 40;
const MOST_LISTED = 12;

/** A day of the company on one axis: its jobs, their cool hours, and what to chase. */
export async function readDay(
  context: Context,
  query: QueryOf<(typeof scheduleEndpoints)['readDay']>,
): Promise<DaySchedule> {
  const { database } = context;
  const company = await readCompanyRow(database);
  const zone = company?.zone ?? 'UTC';
  const today = dateIn(context.clock(), zone);
  const date = query.date ?? today;
  const jobs = await jobsOn(database, date, MOST_ON_A_DAY);
  const coming = await jobsBetween(database, addedDays(date, 1), addedDays(date, COMING_DAYS), MOST_LISTED);
  const packed = await packing(database, [...jobs, ...coming]);
  const known = await knownOfSites(database, jobs);
  const onDayAxis = jobs.map((job) => ({ ...packed(job), ...coolHours(known(job.siteId), date, zone) }));
  const sees = context.person.role !== 'crew';
  return {
    date,
    zone,
    ...(await light(database, date, zone)),
    jobs: onDayAxis,
    coming: coming.map(packed),
    chase: {
      late: await lateJobs(database, today, MOST_LISTED),
      quotes: sees ? await unanswered(context, today) : [],
      unlooked: sees ? await sitesNotSeenSince(database, daysBefore(context, LOOK_AFTER), MOST_LISTED) : [],
      paying: sees ? await payingSites(database, today, MOST_LISTED) : [],
      unsigned: sees ? await unsignedJobs(database, MOST_LISTED) : [],
      asked: sees ? await unansweredQuestions(database, MOST_LISTED) : [],
      calls: sees ? await callsThatWait(database, MOST_LISTED) : [],
      deposits: sees ? await depositsThatWait(database, MOST_LISTED) : [],
      lines: sees ? await linesToPutUp(database, MOST_LISTED) : [],
      visits: sees ? await visitsToBook(database, addedDays(today, BOOK_AHEAD), MOST_LISTED) : [],
      loose: sees ? await looseArrays(database, MOST_LISTED) : [],
    },
  };
}

/** When the first cool hours of some jobs begin, ms; null where nobody can say. */
export async function coolStart(
  connection: Connection,
  jobs: readonly JobListItem[],
): Promise<(id: string) => number | null> {
  const known = await knownOfSites(connection, jobs);
  const starts = new Map(
    jobs.flatMap((job) => {
      const of = known(job.siteId);
      const { zone } = of.site;
      const [first] = coolHours(of, job.scheduledFor, zone).cool;
      return first ? [[job.id, startOfDay(job.scheduledFor, zone) + first.from * MILLISECONDS_PER_HOUR] as const] : [];
    }),
  );
  return (id) => starts.get(id) ?? null;
}

/** Jobs with what has to be in the van for them, and how much of it is. */
async function packing(connection: Connection, jobs: readonly JobListItem[]) {
  const found = await packingOf(
    connection,
    jobs.map(({ id }) => id),
  );
  return (job: JobListItem) => {
    const { litres = 0, items = 0, packed = 0 } = found.get(job.id) ?? {};
    return { ...job, litres, kit: { items, packed } };
  };
}

const daysBefore = (context: Context, days: number): Date =>
  new Date(context.clock().getTime() - days * MILLISECONDS_PER_DAY);

async function unanswered(context: Context, today: string) {
  const rows = await waitingQuotes(context.database, today, MOST_LISTED);
  return rows.map(({ entered: _, ...row }) => row);
}

/** Instants of a day in a zone, evenly apart, with their hour of the clock. */
function instantsOf(date: string, zone: string): number[] {
  const start = startOfDay(date, zone);
  return Array.from({ length: STEPS_A_DAY }, (_, index) => start + index * STEP_MINUTES * 60_000);
}

const hourOf = (index: number): number => (index * STEP_MINUTES) / 60;

/** What the cool hours of a job follow from: its site, the site's first array and its newest water reading. */
interface KnownOfSite {
  site: Site;
  array: SolarArray | undefined;
  water: { temperature: number } | undefined;
}

/** The same for the sites of some jobs, in one query a room. */
async function knownOfSites(
  connection: Connection,
  jobs: readonly { siteId: string }[],
): Promise<(siteId: string) => KnownOfSite> {
  const ids = [...new Set(jobs.map(({ siteId }) => siteId))];
  const sites = new Map((await sitesOf(connection, ids)).map((site) => [site.id, site]));
  const arrays = await arraysOfSites(connection, ids);
  const water = new Map((await newestWater(connection, ids)).map((reading) => [reading.siteId, reading]));
  return (siteId) => ({
    site: mustHave(sites.get(siteId), 'site'),
    array: arrays.find((array) => array.siteId === siteId),
    water: water.get(siteId),
  });
}

/** Hours that were worked out lately: the same roof on the same day has the same, whoever opens the page. */
const coolKnown = new LRUCache<string, Stretch[]>({ max: 2000 });

function coolHours({ site, array, water }: KnownOfSite, date: string, zone: string) {
  const { travelMinutes, latitude, longitude, altitude, climate } = site;
  if (array === undefined) return { cool: [], travelMinutes };
  const { tilt, azimuth } = array;
  const roof = { latitude, longitude, altitude, climate, tilt, azimuth, water: water?.temperature ?? USUAL_WATER };
  const key = JSON.stringify([roof, date, zone]);
  const known = coolKnown.get(key);
  if (known) return { cool: known, travelMinutes };
  const cool = coolStretches(roof, date, zone);
  coolKnown.set(key, cool);
  return { cool, travelMinutes };
}

/** What of a roof its cool hours follow from. */
interface Roof extends Pick<Site, 'latitude' | 'longitude' | 'altitude' | 'climate'> {
  /** degrees */
  tilt: number;
  azimuth: number;
  /** Celsius */
  water: number;
}

function coolStretches(roof: Roof, date: string, zone: string): Stretch[] {
  const climate = CLIMATES[roof.climate];
  const month = Number(date.slice(5, 7)) - 1;
  const of = (values: readonly number[]) => climateMonth(values, month, roof.latitude);
  const times = instantsOf(date, zone);
  const { windows } = coolWindow({
    place: { ...roof, linkeTurbidity: climate.linkeTurbidity },
    surface: { surfaceTilt: roof.tilt, surfaceAzimuth: roof.azimuth },
    times,
    weather: [
      { tempAir: of(climate.tempAir), windSpeed: of(climate.windSpeed), relativeHumidity: of(climate.humidity) },
    ],
    waterTemperature: roof.water,
    batchMinutes: BATCH_MINUTES,
    windLimit: POLE_WIND_LIMIT,
  });
  const hour = (time: number) => hourOf(times.indexOf(time));
  return windows.map(({ from, to }) => ({ from: hour(from), to: hour(to) + STEP_MINUTES / 60 }));
}

/** First and last light, hours of the clock, where the company's first site lies. */
async function light(connection: Connection, date: string, zone: string) {
  const site = await firstPlace(connection);
  if (site === undefined) return { firstLight: 6, lastLight: 18 };
  const lit = instantsOf(date, zone).map(
    (time) => solarPosition(site.latitude, site.longitude, time).zenith < FIRST_LIGHT_ZENITH,
  );
  const first = lit.indexOf(true);
  return first < 0
    ? { firstLight: 6, lastLight: 18 }
    : { firstLight: hourOf(first), lastLight: hourOf(lit.lastIndexOf(true) + 1) };
}
