import type { EnergyOfDay } from '../../contract/weather/files.ts';
import type { ForecastDay, ObservedDay } from '../../contract/weather/service.ts';
import type { DailyEnergyOutput } from '../../core/comparisons/dailyEnergy.ts';
import type { Climate, RainDay } from '../../core/weather/index.ts';
import { arraysAt } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { inParts } from '../storage/writing.ts';

export interface WeatherDay {
  date: string;
  rain: number;
  tempAir: number | null;
  windSpeed: number | null;
  source: 'file' | 'service';
}

/**
 * Keeps a record of rain; it takes the place of what was known of its days.
 * @returns what it took the place of, where that was something else
 */
export async function keepRain(
  trx: Connection,
  siteId: string,
  days: readonly RainDay[],
): Promise<Pick<WeatherDay, 'date' | 'rain' | 'source'>[]> {
  const replaced: Pick<WeatherDay, 'date' | 'rain' | 'source'>[] = [];
  await inParts(days, async (part) => {
    const said = new Map(part.map(({ date, rain }) => [date, rain]));
    const known = await trx('weather_days')
      .where({ siteId })
      .whereIn('day', [...said.keys()])
      .orderBy('day');
    for (const { day, rain, source } of known) if (rain !== said.get(day)) replaced.push({ date: day, rain, source });
    await trx('weather_days')
      .insert(part.map(({ date, rain }) => ({ siteId, day: date, rain, source: 'file' })))
      .onConflict(['site_id', 'day'])
      .merge(['rain', 'source']);
  });
  return replaced;
}

/** Keeps what a service observed, except where a gauge of the site's own has spoken already. */
export const keepObserved = (trx: Transaction, siteId: string, days: readonly ObservedDay[]): Promise<void> =>
  inParts(days, (part) =>
    trx('weather_days')
      .insert(part.map(({ date, ...rest }) => ({ siteId, day: date, ...rest, source: 'service' })))
      .onConflict(['site_id', 'day'])
      .ignore(),
  );

/** Days of a record as one value, in their order: a row for each of hundreds takes longer to read than to use. */
const inOne = (connection: Connection, columns: Record<string, string>) => {
  const pairs = Object.entries(columns).map(([name, column]) => `'${name}', ${column}`);
  return connection.raw(`coalesce(json_agg(json_build_object(${pairs.join(', ')}) order by day), '[]') as days`);
};

/** What is on record of a site's weather between two dates, both included. */
export async function weatherBetween(
  connection: Connection,
  siteId: string,
  from: string,
  to: string,
): Promise<WeatherDay[]> {
  const [row] = await connection('weather_days')
    .where({ siteId })
    .whereBetween('day', [from, to])
    .select(
      inOne(connection, {
        date: 'day',
        rain: 'rain',
        tempAir: 'temp_air',
        windSpeed: 'wind_speed',
        source: 'source',
      }),
    );
  return row.days;
}

export interface RecordSpan {
  from: string | null;
  to: string | null;
  count: number;
}

/** First and last day on record, and how many there are. */
export async function spanOfWeather(connection: Connection, siteId: string): Promise<RecordSpan> {
  const [row] = await connection('weather_days')
    .where({ siteId })
    .min('day as from')
    .max('day as to')
    .count('* as count');
  return { from: row?.from ?? null, to: row?.to ?? null, count: Number(row?.count ?? 0) };
}

interface ClimateRow {
  climate: Climate;
  file: string;
}

export const climateRow = (connection: Connection, siteId: string): Promise<ClimateRow | undefined> =>
  connection('site_climates').where({ siteId }).first('climate', 'file');

export const keepClimate = (
  trx: Transaction,
  { climate, ...row }: ClimateRow & { siteId: string; at: Date; by: string },
): Promise<unknown> =>
  trx('site_climates')
    .insert({ ...row, climate: json(climate) })
    .onConflict('site_id')
    .merge();

export const dropClimateRow = (trx: Transaction, siteId: string): Promise<number> =>
  trx('site_climates').where({ siteId }).delete();

interface ForecastRow {
  fetchedAt: string | null;
  days: ForecastDay[];
  failedAt: string | null;
  problem: string | null;
}

export const forecastRow = (connection: Connection, siteId: string): Promise<ForecastRow | undefined> =>
  connection('forecasts').where({ siteId }).first('fetchedAt', 'days', 'failedAt', 'problem');

export const keepForecast = (trx: Transaction, siteId: string, at: Date, days: readonly ForecastDay[]) =>
  trx('forecasts')
    .insert({ siteId, fetchedAt: at, days: json(days), failedAt: null, problem: null })
    .onConflict('site_id')
    .merge();

/** A try that gave nothing: what was had before stays. */
export const keepFailure = (connection: Connection, siteId: string, at: Date, problem: string) =>
  connection('forecasts')
    .insert({ siteId, failedAt: at, problem })
    .onConflict('site_id')
    .merge(['failed_at', 'problem']);

/**
 * Keeps daily energy; it takes the place of what was known of its days.
 * @returns what it took the place of, where that was something else
 */
export async function keepEnergy(
  trx: Connection,
  arrayId: string,
  days: readonly EnergyOfDay[],
): Promise<EnergyOfDay[]> {
  const replaced: EnergyOfDay[] = [];
  await inParts(days, async (part) => {
    const said = new Map(part.map((day) => [day.date, day]));
    const known = await trx('energy_days')
      .where({ arrayId })
      .whereIn('day', [...said.keys()])
      .orderBy('day');
    for (const { day, energy, control } of known) {
      const next = said.get(day);
      if (energy !== next?.energy || control !== next?.control) replaced.push({ date: day, energy, control });
    }
    await trx('energy_days')
      .insert(part.map(({ date, energy, control }) => ({ arrayId, day: date, energy, control })))
      .onConflict(['array_id', 'day'])
      .merge(['energy', 'control']);
  });
  return replaced;
}

/** The last days of energy on record, oldest first. */
export async function lastEnergy(connection: Connection, arrayId: string, most: number): Promise<EnergyOfDay[]> {
  const last = connection('energy_days').where({ arrayId }).orderBy('day', 'desc').limit(most).as('last');
  const [row] = await connection
    .from(last)
    .select(inOne(connection, { date: 'day', energy: 'energy', control: 'control' }));
  return row.days;
}

export async function spanOfEnergy(connection: Connection, arrayId: string): Promise<RecordSpan> {
  const [row] = await connection('energy_days')
    .where({ arrayId })
    .min('day as from')
    .max('day as to')
    .count('* as count');
  return { from: row?.from ?? null, to: row?.to ?? null, count: Number(row?.count ?? 0) };
}

/** Arrays of a site of which there is daily energy on record. */
export const arraysWithEnergy = (connection: Connection, siteId: string): Promise<string[]> =>
  arraysAt(connection, siteId)
    .whereExists(connection('energy_days').whereRaw('energy_days.array_id = arrays.id'))
    .pluck('arrays.id');

/** The drift that was worked out of just this data; undefined where the data have changed since. */
export async function keptDrift(
  connection: Connection,
  arrayId: string,
  key: string,
): Promise<DailyEnergyOutput | undefined> {
  return (await connection('energy_drifts').where({ arrayId, key }).first('drift'))?.drift;
}

export const keepDrift = (
  connection: Connection,
  { arrayId, key, drift }: { arrayId: string; key: string; drift: DailyEnergyOutput },
): Promise<unknown> =>
  connection('energy_drifts')
    .insert({ arrayId, key, drift: json(drift) })
    .onConflict('array_id')
    .merge();
