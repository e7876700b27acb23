import { createHash } from 'node:crypto';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import type { EnergyOfDay } from '../../contract/weather/files.ts';
import { DEGRADATION_PER_YEAR } from '../../core/assumptions.ts';
import type { DailyEnergyInput, DailyEnergyOutput } from '../../core/comparisons/dailyEnergy.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { outputAtAge } from '../../core/modules/ageing.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { ageOn } from '../../core/time/dates.ts';
import { type Climate, climateMonth, climateOf } from '../../core/weather/index.ts';
import type { Services } from '../context.ts';
import { readArray, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { climateRow, keepDrift, keptDrift, lastEnergy, weatherBetween } from './storage.ts';

/** Days of a record that a screen shows and a drift leans on. */
export const LAST_DAYS = 400;
/** Days of energy that an estimate hears: what lies further back says nothing of today. */
const HEARD_DAYS = 730;

/** The climate that years to come are drawn from at a site: its own where files gave one, else the shipped one. */
export const climateOfSite = async (connection: Connection, site: Site): Promise<Climate | Site['climate']> =>
  (await climateRow(connection, site.id))?.climate ?? site.climate;

/** Daily energy of an array as C14 takes it: the array as it has aged, and the weather that is on record. */
export async function dailyEnergyOf(
  connection: Connection,
  array: SolarArray,
  site: Site,
  most = HEARD_DAYS,
): Promise<DailyEnergyInput | null> {
  return inputOf(connection, array, site, await lastEnergy(connection, array.id, most));
}

async function inputOf(
  connection: Connection,
  array: SolarArray,
  site: Site,
  days: readonly EnergyOfDay[],
): Promise<DailyEnergyInput | null> {
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return null;
  const weather = await weatherBetween(connection, site.id, first.date, last.date);
  const byDate = new Map(weather.map((day) => [day.date, day]));
  const climate = climateOf(await climateOfSite(connection, site));
  const aged = outputAtAge(ageOn(array.installedOn, last.date), DEGRADATION_PER_YEAR);
  const months = (values: readonly number[]) =>
    Array.from({ length: 12 }, (_, month) => climateMonth(values, month, site.latitude));
  return {
    site: {
      latitude: site.latitude,
      longitude: site.longitude,
      altitude: site.altitude,
      linkeTurbidity: months(climate.linkeTurbidity),
      surfaceTilt: array.tilt,
      surfaceAzimuth: array.azimuth,
      pdc0: moduleCount(array) * array.moduleWatts * aged,
      gammaPdc: array.gammaPdc,
      pacRated: acLimit(array, site.ownUse),
      tempAir: months(climate.tempAir),
    },
    days: days.map(({ date, energy, control }) => {
      const day = byDate.get(date);
      return {
        date,
        energy,
        ...(control === null ? {} : { control }),
        ...(day ? { rain: day.rain } : {}),
        ...(day?.tempAir == null ? {} : { tempAir: day.tempAir }),
        ...(day?.windSpeed == null ? {} : { windSpeed: day.windSpeed }),
      };
    }),
    cleanings: [],
  };
}

/** By what a drift is known: the data that it follows from, and the calculation. */
const keyOf = (input: DailyEnergyInput): string =>
  createHash('sha256')
    .update(`${CALCULATION_VERSION} ${JSON.stringify(input)}`)
    .digest('hex');

/** The last days of energy of an array, and their drift as far as it has been worked out. */
export async function driftOf(
  connection: Connection,
  array: SolarArray,
  site: Site,
): Promise<{ days: EnergyOfDay[]; drift: DailyEnergyOutput | null; working: boolean }> {
  const days = await lastEnergy(connection, array.id, LAST_DAYS);
  const input = await inputOf(connection, array, site, days);
  const drift = (input && (await keptDrift(connection, array.id, keyOf(input)))) ?? null;
  return { days, drift, working: input !== null && drift === null };
}

/** Background work: works out the drift of an array's daily energy, where the data have changed since it was kept. */
export async function workOutDrift(
  { database, workers }: Pick<Services, 'database' | 'workers'>,
  arrayId: string,
): Promise<void> {
  const array = await readArray(database, arrayId);
  const input = await dailyEnergyOf(database, array, await readSite(database, array.siteId), LAST_DAYS);
  if (input === null) return;
  const key = keyOf(input);
  if (await keptDrift(database, arrayId, key)) return;
  await keepDrift(database, { arrayId, key, drift: await workers.run('gainFromDailyEnergy', input) });
}
