import { DEW_HUMIDITY, WIND_AT_MODULE } from '../assumptions.ts';
import { bare } from '../findings.ts';
import { clearSky, extraterrestrial } from '../irradiance/clearSky.ts';
import { solarPosition } from '../sun/solarPosition.ts';
import { daysBetween, utcDate } from '../time/dates.ts';
import { MILLISECONDS_PER_HOUR } from '../time/utc.ts';
import { CLIMATES, type Climate, type ClimateKey, type ClimateName, type ShippedClimate } from './climates.ts';
import type { EpwFile, EpwHour } from './epw.ts';

/** The climate that a key stands for, or one made from a site's own files. */
export const climateOf = (climate: ClimateKey | Climate): Climate =>
  typeof climate === 'string' ? (CLIMATES[climate] satisfies ShippedClimate) : climate;

/** Rain of one day at a place. */
export interface RainDay {
  /** calendar date, such as 2026-11-24 */
  date: string;
  /** mm */
  rain: number;
}

/** Rain of a day from which on it counts as wet, mm. */
const WET = 0.2;
/** Days that the base climate weighs in each month, so that a month without a wet day is not taken to have none ever. */
const PRIOR_DAYS = 3;
/** Days of record in a month from which on the month is said to be covered. */
const COVERED = 20;

/** A monthly table is kept for the southern hemisphere: north of the equator January stands in July's place. */
const kept = (byMonth: readonly number[], latitude: number): number[] =>
  Array.from({ length: 12 }, (_, at) => byMonth[(at + (latitude >= 0 ? 6 : 0)) % 12] ?? Number.NaN);
const read = (values: readonly number[], month: number, latitude: number): number =>
  values[(month + (latitude >= 0 ? 6 : 0)) % 12] ?? Number.NaN;

/**
 * A climate whose rain is that of a record of daily rain; everything else stays as in the base climate.
 * Each month is drawn towards the base as if by three more days, so that a short record does not claim too much.
 * @param days in any order; gaps are allowed, and end a run of wet or dry days
 * @returns null where a month of the year is not covered by 20 days
 */
export function climateOfRain(
  days: readonly RainDay[],
  base: Climate,
  latitude: number,
  name: ClimateName = bare('climate-of-rain'),
): Climate | null {
  const sorted = [...days].sort((a, b) => a.date.localeCompare(b.date));
  const months = Array.from({ length: 12 }, () => ({
    days: 0,
    afterWet: 0,
    wetAfterWet: 0,
    afterDry: 0,
    wetAfterDry: 0,
    wet: 0,
    rain: 0,
  }));
  sorted.forEach(({ date, rain }, index) => {
    const month = months[Number(date.slice(5, 7)) - 1];
    if (month === undefined) return;
    const isWet = rain >= WET;
    month.days += 1;
    if (isWet) {
      month.wet += 1;
      month.rain += rain;
    }
    const before = sorted[index - 1];
    if (before === undefined || daysBetween(before.date, date) !== 1) return;
    if (before.rain >= WET) {
      month.afterWet += 1;
      if (isWet) month.wetAfterWet += 1;
    } else {
      month.afterDry += 1;
      if (isWet) month.wetAfterDry += 1;
    }
  });
  if (months.some((month) => month.days < COVERED)) return null;
  const share = (count: number, of: number, usual: number) => (count + PRIOR_DAYS * usual) / (of + PRIOR_DAYS);
  const byMonth = (value: (month: (typeof months)[number], at: number) => number) => kept(months.map(value), latitude);
  return {
    ...base,
    name,
    madeUp: false,
    wetAfterWet: byMonth(({ wetAfterWet, afterWet }, at) =>
      share(wetAfterWet, afterWet, read(base.wetAfterWet, at, latitude)),
    ),
    wetAfterDry: byMonth(({ wetAfterDry, afterDry }, at) =>
      share(wetAfterDry, afterDry, read(base.wetAfterDry, at, latitude)),
    ),
    rainMean: byMonth(({ rain, wet }, at) => (rain + read(base.rainMean, at, latitude)) / (wet + 1)),
  };
}

/** What of a climate came from a file, and what stayed as in the climate that it was laid over. */
export interface FileClimate {
  climate: Climate;
  /** whether the file had rain */
  rain: boolean;
}

/**
 * A climate from the hours of an EPW file: temperature, wind, humidity, dew, the clear-sky index of dry and wet days, and the rain
 * that the file has. Turbidity, and rain where it has none, stay as in the base climate.
 * A day is wet by its rain; without rain in the file, a day under seven tenths of the clear sky counts as one.
 */
export function climateOfEpw({ place, hours, zone }: EpwFile, base: Climate): FileClimate {
  const { latitude } = place;
  const rain = hours.some((hour) => (hour.rain ?? 0) > 0);
  const days = daysOf(hours, zone).map((day) => ({ ...day, ...judge(day.hours, place, base) }));
  const months = Array.from({ length: 12 }, (_, month) => days.filter((day) => day.month === month));
  const monthly = (values: (day: (typeof days)[number]) => number | null, usual: readonly number[]) =>
    kept(
      months.map((own, at) => {
        const found = own.map(values).filter((value) => value !== null);
        return found.length === 0
          ? read(usual, at, latitude)
          : found.reduce((sum, value) => sum + value, 0) / found.length;
      }),
      latitude,
    );
  const name: ClimateName = { code: 'climate-of-epw', params: { place: place.name } };
  const rained = rain
    ? climateOfRain(
        days.map(({ date, total }) => ({ date, rain: total })),
        base,
        latitude,
        name,
      )
    : null;
  const wet = (day: (typeof days)[number]) => (rain ? day.total >= WET : day.clearSkyIndex < 0.7);
  return {
    rain: rained !== null,
    climate: {
      ...(rained ?? base),
      name,
      madeUp: false,
      tempAir: monthly((day) => day.tempAir, base.tempAir),
      windSpeed: monthly((day) => day.windSpeed, base.windSpeed),
      humidity: monthly((day) => day.humidity, base.humidity),
      dew: monthly((day) => (day.dew ? 1 : 0), base.dew),
      clearSkyIndexDry: monthly((day) => (wet(day) ? null : Math.min(1, day.clearSkyIndex)), base.clearSkyIndexDry),
      clearSkyIndexWet: monthly((day) => (wet(day) ? Math.min(1, day.clearSkyIndex) : null), base.clearSkyIndexWet),
    },
  };
}

function daysOf(hours: readonly EpwHour[], zone: number) {
  const byDate = new Map<string, EpwHour[]>();
  for (const hour of hours) {
    const date = utcDate(hour.time + zone * MILLISECONDS_PER_HOUR);
    byDate.set(date, [...(byDate.get(date) ?? []), hour]);
  }
  return [...byDate].map(([date, own]) => ({ date, month: Number(date.slice(5, 7)) - 1, hours: own }));
}

const mean = (values: readonly number[]): number | null =>
  values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length;

/** One day: its light beside that of a clear sky, its means by daylight, its rain, and whether its night left dew. */
function judge(hours: readonly EpwHour[], place: EpwFile['place'], base: Climate) {
  const light = hours.filter(({ ghi }) => ghi > 0);
  let [sum, clear] = [0, 0];
  for (const { time, ghi } of hours) {
    const month = new Date(time).getUTCMonth();
    const turbidity = read(base.linkeTurbidity, month, place.latitude);
    const { zenith } = solarPosition(place.latitude, place.longitude, time);
    clear += clearSky(zenith, place.altitude, turbidity, extraterrestrial(time)).ghi;
    sum += ghi;
  }
  return {
    clearSkyIndex: clear > 0 ? sum / clear : 0,
    tempAir: mean(light.map(({ tempAir }) => tempAir)),
    windSpeed: mean(light.map(({ windSpeed }) => windSpeed * WIND_AT_MODULE)),
    humidity: mean(light.map(({ relativeHumidity }) => relativeHumidity)),
    dew: hours.some(({ ghi, relativeHumidity }) => ghi === 0 && relativeHumidity >= DEW_HUMIDITY),
    total: hours.reduce((total, { rain }) => total + (rain ?? 0), 0),
  };
}
