import {
  type Birds,
  DEPOSITION,
  DROPPINGS,
  DUST_DAY_SPREAD,
  DUST_YEAR_SPREAD,
  HARVEST_DAYS,
  HARVEST_FACTOR,
  HARVEST_START_SOUTH,
  POLLEN_DAYS,
  POLLEN_FACTOR,
  POLLEN_START_SOUTH,
  type Surroundings,
} from '../assumptions.ts';
import { normalDraw, type Random, seededRandom } from '../statistics/random.ts';
import { monthOfDay } from '../time/year.ts';
import type { Climate } from './climates.ts';
import { climateMonth, type WeatherYear } from './generator.ts';

export const SEASONS = ['spring', 'summer', 'autumn', 'winter'] as const;
export type Season = (typeof SEASONS)[number];

/** The season of a calendar day, 0 to 364, three whole months each. @param latitude degrees; its sign decides */
export function seasonOf(day: number, latitude: number): Season {
  const north = (monthOfDay(day) + (latitude < 0 ? 6 : 0)) % 12;
  return SEASONS[Math.floor(((north + 10) % 12) / 3)] as Season;
}

/** What lies around a site and when it dirties it. */
export interface Exposure {
  surroundings: Surroundings;
  birds: Birds;
  /** degrees; its sign decides when the seasons are */
  latitude: number;
  /** a source with a beginning and an end, such as roadworks: days from the start of the first year, `to` not included */
  works?: { from: number; to: number; surroundings: Surroundings } | undefined;
  /** whether pollen settles here in spring; default true */
  pollen?: boolean | undefined;
  /** how many times what is usual for the surroundings settles in a season; default 1 */
  seasons?: Partial<Record<Season, number>> | undefined;
}

/** Days of weather and of what settles, for as many years as the weather has. */
export interface ExposureDays {
  rain: Float64Array;
  /** 1 on a day with dew */
  dew: Uint8Array;
  /** g/m2 on a horizontal plane */
  deposition: Float64Array;
  /** share of the glass freshly covered */
  droppings: Float64Array;
}

const DAYS = 365;
const HALF_A_YEAR = 182;

const within = (day: number, start: number, length: number, latitude: number): boolean => {
  const local = (start + (latitude >= 0 ? HALF_A_YEAR : 0)) % DAYS;
  return (day - local + DAYS) % DAYS < length;
};

/**
 * What settles on a horizontal plane on a day of the year, g/m2, without chance: the surroundings, and the season.
 * @param day calendar day, 0 to 364
 */
export function usualDeposition(exposure: Exposure, day: number): number {
  const { surroundings, latitude, pollen = true, seasons = {} } = exposure;
  const harvest = surroundings === 'farmland' && within(day, HARVEST_START_SOUTH, HARVEST_DAYS, latitude);
  const spring = pollen && surroundings !== 'desert' && within(day, POLLEN_START_SOUTH, POLLEN_DAYS, latitude);
  const usual = DEPOSITION[surroundings] * (harvest ? HARVEST_FACTOR : 1) * (spring ? POLLEN_FACTOR : 1);
  return usual * (seasons[seasonOf(day, latitude)] ?? 1);
}

/**
 * Days of soiling to come: the drawn weather, dew by month, and dust that varies from year to year and day to day about
 * what the surroundings and the season let expect.
 * @param seed the same seed gives the same days
 */
export function exposureDays(
  climate: Climate,
  exposure: Exposure,
  weather: readonly WeatherYear[],
  seed: number,
): ExposureDays {
  const random = seededRandom(seed ^ 0xd057);
  const count = weather.length * DAYS;
  const days: ExposureDays = {
    rain: new Float64Array(count),
    dew: new Uint8Array(count),
    deposition: new Float64Array(count),
    droppings: new Float64Array(count).fill(DROPPINGS[exposure.birds]),
  };
  weather.forEach((year, index) => {
    const dustiness = logNormal(random, DUST_YEAR_SPREAD);
    for (let day = 0; day < DAYS; day += 1) {
      const at = index * DAYS + day;
      days.rain[at] = year.rain[day] ?? 0;
      days.dew[at] = random() < climateMonth(climate.dew, monthOfDay(day), exposure.latitude) ? 1 : 0;
      const { works } = exposure;
      const busy = works !== undefined && at >= works.from && at < works.to;
      const usual = usualDeposition(exposure, day);
      const settles = busy ? Math.max(usual, DEPOSITION[works.surroundings]) : usual;
      days.deposition[at] = settles * dustiness * logNormal(random, DUST_DAY_SPREAD);
    }
  });
  return days;
}

/** A factor of mean 1. */
const logNormal = (random: Random, spread: number): number => Math.exp(spread * normalDraw(random) - spread ** 2 / 2);
