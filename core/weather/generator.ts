import { gammaDraw, normalDraw, type Random, seededRandom } from '../statistics/random.ts';
import { monthOfDay } from '../time/year.ts';
import type { Climate } from './climates.ts';

/** One made-up year of days, 365 of each. Day 0 is 1 January. */
export interface WeatherYear {
  /** mm */
  rain: number[];
  /** clear-sky index of each day: the share of clear-sky irradiance that comes through, 0 to 1 */
  clearSkyIndex: number[];
}

/** A monthly value of a climate at a calendar month: north of the equator the year is read six months apart. */
export function climateMonth(values: readonly number[], month: number, latitude: number): number {
  return values[(month + (latitude >= 0 ? 6 : 0)) % 12] ?? Number.NaN;
}

/**
 * Weather for years to come: wet and dry days as a Markov chain, gamma amounts by month, and the monthly chances
 * themselves drawn anew for each year, or the spread between years would come out too narrow.
 *
 * @param latitude degrees; only its sign matters
 * @param seed the same seed gives the same years
 * @see Richardson and Wright, WGEN: a model for generating daily weather variables (1984)
 */
export function generateWeatherYears(climate: Climate, latitude: number, years: number, seed: number): WeatherYear[] {
  const random = seededRandom(seed);
  return Array.from({ length: years }, () => generateYear(climate, latitude, random));
}

function generateYear(climate: Climate, latitude: number, random: Random): WeatherYear {
  const monthFactor = Array.from({ length: 12 }, () => Math.exp(climate.betweenYears * normalDraw(random)));
  const rain: number[] = [];
  const clearSkyIndex: number[] = [];
  let wet = false;
  for (let day = 0; day < 365; day += 1) {
    const month = monthOfDay(day);
    const of = (values: readonly number[]) => climateMonth(values, month, latitude);
    const chance: number = (wet ? of(climate.wetAfterWet) : of(climate.wetAfterDry)) * (monthFactor[month] ?? 1);
    wet = random() < Math.min(0.95, chance);
    rain.push(wet ? gammaDraw(random, climate.rainShape, of(climate.rainMean) / climate.rainShape) : 0);
    const typical = wet ? of(climate.clearSkyIndexWet) : of(climate.clearSkyIndexDry);
    clearSkyIndex.push(Math.min(1, Math.max(0.12, typical + (wet ? 0.15 : 0.06) * normalDraw(random))));
  }
  return { rain, clearSkyIndex };
}
