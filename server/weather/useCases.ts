import { createHash } from 'node:crypto';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { FileProblem, ReadFile } from '../../contract/readFile.ts';
import type { ArrayEnergy, SiteWeather, weatherEndpoints } from '../../contract/weather/endpoints.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { addedDays } from '../../core/time/dates.ts';
import { climateOf, climateOfRain } from '../../core/weather/index.ts';
import { findingWords } from '../../words/say.ts';
import type { Context } from '../context.ts';
import { AppError, invalid } from '../errors.ts';
import { readArray, readSite } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, trail } from '../storage/writing.ts';
import { driftOf, LAST_DAYS } from './drift.ts';
import {
  arraysWithEnergy,
  climateRow,
  dropClimateRow,
  forecastRow,
  keepClimate,
  keepEnergy,
  keepFailure,
  keepForecast,
  keepObserved,
  keepRain,
  spanOfEnergy,
  spanOfWeather,
  weatherBetween,
} from './storage.ts';

type Endpoints = typeof weatherEndpoints;

export async function readWeather(context: Context, connection: Connection, siteId: string): Promise<SiteWeather> {
  const site = await readSite(connection, siteId);
  const own = await climateRow(connection, siteId);
  const climate = own?.climate ?? climateOf(site.climate);
  const span = await spanOfWeather(connection, siteId);
  const days =
    span.to === null ? [] : await weatherBetween(connection, siteId, addedDays(span.to, 1 - LAST_DAYS), span.to);
  const forecast = await forecastRow(connection, siteId);
  return {
    climate: { name: climate.name, madeUp: climate.madeUp, file: own?.file ?? null },
    observed: { ...span, days: days.map(({ date, rain, source }) => ({ date, rain, source })) },
    forecast: forecast?.fetchedAt ? { fetchedAt: forecast.fetchedAt, days: forecast.days } : null,
    service: {
      there: context.weather.there,
      trouble: forecast?.failedAt && forecast.problem ? { at: forecast.failedAt, problem: forecast.problem } : null,
    },
  };
}

/**
 * Asks the weather service for the days that are not on record yet and for the week ahead. Where it is slow, wrong or
 * down, what was had before stays, and why is kept with it.
 */
export async function refreshWeather(context: Context, siteId: string): Promise<SiteWeather> {
  const { database, weather } = context;
  const site = await readSite(database, siteId);
  const now = context.clock();
  const to = addedDays(dateIn(now, site.zone), -1);
  const span = await spanOfWeather(database, siteId);
  const first = addedDays(to, 1 - LAST_DAYS);
  const from = span.to !== null && span.to >= first && span.to < to ? span.to : first;
  const { latitude, longitude } = site;
  const found = await weather.ask({ latitude, longitude, from, to });
  if (found.ok)
    await inTransaction(context, async (trx) => {
      await keepObserved(trx, siteId, found.answer.observed);
      await keepForecast(trx, siteId, now, found.answer.forecast);
      await trail(trx, context, {
        record: 'weather',
        id: siteId,
        action: 'observe',
        change: { from, to, days: found.answer.observed.length },
      });
      await askForDrifts(context, trx, siteId);
    });
  else await keepFailure(database, siteId, now, found.problem);
  return readWeather(context, database, siteId);
}

/** Days ahead by the forecast that was fetched last, from today on; null where none was, or where it is over. */
export async function forecastFrom({ database, clock }: Pick<Context, 'database' | 'clock'>, siteId: string) {
  const { zone } = await readSite(database, siteId);
  const today = dateIn(clock(), zone);
  const days = (await forecastRow(database, siteId))?.days?.filter(({ date }) => date >= today) ?? [];
  return days.length > 0 ? days : null;
}

/** What is on record of the weather has changed: the drift of each array with energy there is worked out anew. */
async function askForDrifts({ queue }: Context, trx: Transaction, siteId: string): Promise<void> {
  for (const id of await arraysWithEnergy(trx, siteId)) await queue.send(trx, 'energy.drift', { id });
}

/** A file that cannot be read: each mistake with its place, and nothing stored. */
function refuse(problems: readonly FileProblem[]): never {
  const [first] = problems;
  throw new AppError(
    'bad-input',
    'The file cannot be read',
    `Nothing of it was taken. ${first?.where}: ${first?.message}.${problems.length > 1 ? ` And ${problems.length - 1} more.` : ''}`,
    { issues: problems.map(({ where, message }) => ({ path: `file, ${where}`, message })) },
  );
}

interface TableFile {
  name: string;
  read(): Promise<Buffer>;
}

async function textOf(file: TableFile | undefined): Promise<string> {
  if (file === undefined) throw invalid('file', 'is missing; choose one');
  return (await file.read()).toString('utf8');
}
const sound = <T>(read: ReadFile<T>): T => (read.ok ? read.value : refuse(read.problems));
const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');

/** Leaves in the trail what a table took the place of, day by day, so that nothing on record is gone without a trace. */
async function trailReplaced(
  trx: Transaction,
  context: Context,
  table: { record: string; id: string },
  days: readonly unknown[],
): Promise<void> {
  if (days.length > 0) await trail(trx, context, { ...table, action: 'replace', change: { days } });
}

export async function importRain(
  context: Context,
  siteId: string,
  body: BodyOf<Endpoints['importRain']>,
  file: TableFile | undefined,
): Promise<SiteWeather> {
  const text = await textOf(file);
  const days = sound(await context.workers.run('rainFromCsv', text));
  const { database } = context;
  const site = await readSite(database, siteId);
  const climate = body.asClimate === 'yes' ? climateOfRain(days, climateOf(site.climate), site.latitude) : null;
  if (body.asClimate === 'yes' && climate === null)
    refuse([{ where: 'the file', message: 'covers too few days for a climate: each month of the year needs 20' }]);
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'rain record', { ...body, siteId, file: hashOf(text) }, async () => {
      await trailReplaced(trx, context, { record: 'rain record', id: body.id }, await keepRain(trx, siteId, days));
      if (climate)
        await keepClimate(trx, { siteId, climate, file: 'daily rain', at: context.clock(), by: context.person.id });
      await askForDrifts(context, trx, siteId);
    });
    return readWeather(context, trx, siteId);
  });
}

export async function importClimate(
  context: Context,
  siteId: string,
  body: BodyOf<Endpoints['importClimate']>,
  file: TableFile | undefined,
): Promise<SiteWeather> {
  const text = await textOf(file);
  const { database } = context;
  const site = await readSite(database, siteId);
  const read = await context.workers.run('readEpw', { text, base: site.climate });
  if (!read.ok)
    refuse([
      { where: `line ${read.line}`, message: findingWords(read.fault, { units: context.person.units, currency: '' }) },
    ]);
  const { climate } = read;
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'climate', { ...body, siteId, file: hashOf(text) }, () =>
      keepClimate(trx, {
        siteId,
        climate,
        file: (file?.name ?? '').slice(0, 120),
        at: context.clock(),
        by: context.person.id,
      }),
    );
    return readWeather(context, trx, siteId);
  });
}

export function dropClimate(context: Context, siteId: string): Promise<SiteWeather> {
  return inTransaction(context, async (trx) => {
    await readSite(trx, siteId);
    if ((await dropClimateRow(trx, siteId)) > 0)
      await trail(trx, context, { record: 'climate', id: siteId, action: 'drop' });
    return readWeather(context, trx, siteId);
  });
}

export async function readEnergy(context: Context, connection: Connection, arrayId: string): Promise<ArrayEnergy> {
  const array = await readArray(connection, arrayId);
  const site = await readSite(connection, array.siteId);
  const { days, drift, working } = await driftOf(connection, array, site);
  if (working) await inTransaction(context, (trx) => context.queue.send(trx, 'energy.drift', { id: arrayId }));
  return { ...(await spanOfEnergy(connection, arrayId)), days, drift, working };
}

export async function importEnergy(
  context: Context,
  arrayId: string,
  body: BodyOf<Endpoints['importEnergy']>,
  file: TableFile | undefined,
): Promise<ArrayEnergy> {
  const text = await textOf(file);
  const days = sound(await context.workers.run('energyFromCsv', text));
  const { database } = context;
  await inTransaction(context, async (trx) => {
    await readArray(trx, arrayId);
    await createOnce(trx, context, 'energy record', { ...body, arrayId, file: hashOf(text) }, async () =>
      trailReplaced(trx, context, { record: 'energy record', id: body.id }, await keepEnergy(trx, arrayId, days)),
    );
    await context.queue.send(trx, 'energy.drift', { id: arrayId });
  });
  return readEnergy(context, database, arrayId);
}
