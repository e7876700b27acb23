import { RATE_SPREAD } from '../assumptions.ts';
import type { Estimate } from '../inspections/soil.ts';
import { clearSkyYear, type EnergyDay, energyAtLoss, energyDays } from '../modules/energyYear.ts';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { fourInFive, type Spread, spread, sum } from '../statistics/summary.ts';
import { climateOf, generateWeatherYears, type WeatherYear } from '../weather/index.ts';
import { soilingByRate } from './rate.ts';
import type { YearsOfSite } from './yearsOfSite.ts';

export interface YearAheadInput extends YearsOfSite {
  /** default 0 */
  rearFraction?: number;
  /** soiling rate for each day of the calendar year, a fraction a day */
  rate: readonly number[];
  /** mm */
  threshold: number;
  /** days */
  gracePeriod: number;
  maxLoss: number;
  /** loss at the start, with the range of the estimate */
  lossNow: Estimate;
  /** calendar day on which the year begins, 0 to 364 */
  startDay: number;
}

/** One weather year rolled so that index 0 is the day on which the year ahead begins. */
export interface PlanningYear {
  weather: WeatherYear;
  energy: EnergyDay[];
  rate: number[];
  initialLoss: number;
}

export interface YearAhead {
  /** kWh with clean glass, through the limit */
  cleanEnergy: Spread;
  /** kWh lost to soil in the year if nobody washes */
  lostEnergy: Spread;
  /** lost over clean energy */
  lostShare: Spread;
  /** kWh that one wash at the start would bring back before it has soiled again */
  recoverable: Spread;
  /** share of the producing hours in which the clean array stands at its limit */
  limitShare: number;
  /** soiling loss at the end of each day over the weather years, and the rain of the middle one */
  curve: { low: number; mid: number; high: number; rain: number }[];
}

const roll = <T>(values: readonly T[], start: number): T[] => [...values.slice(start), ...values.slice(0, start)];

/** The weather years, their energy and the drawn uncertainties of rate and present loss. */
export function planningYears(input: YearAheadInput): PlanningYear[] {
  const climate = climateOf(input.climate);
  const place = {
    latitude: input.latitude,
    longitude: input.longitude,
    altitude: input.altitude,
    linkeTurbidity: climate.linkeTurbidity,
  };
  const sky = clearSkyYear(place, { surfaceTilt: input.surfaceTilt, surfaceAzimuth: input.surfaceAzimuth });
  const years = generateWeatherYears(climate, input.latitude, input.years, input.seed);
  const random = seededRandom(input.seed ^ 0x5eed);
  const energyInput = {
    sky,
    climate,
    latitude: input.latitude,
    array: input.array,
    rearFraction: input.rearFraction ?? 0,
  };
  return years.map((weather) => {
    const factor = Math.exp(RATE_SPREAD * normalDraw(random));
    return {
      weather: { rain: roll(weather.rain, input.startDay), clearness: roll(weather.clearness, input.startDay) },
      energy: roll(energyDays(energyInput, weather), input.startDay),
      rate: roll(input.rate, input.startDay).map((rate) => rate * factor),
      initialLoss: drawWithin(input.lossNow, normalDraw(random)),
    };
  });
}

/** A draw from an estimate whose low and high stand for its tenth and ninetieth percentile. */
function drawWithin(estimate: Estimate, standard: number): number {
  const side = standard < 0 ? estimate.mid - estimate.low : estimate.high - estimate.mid;
  return Math.min(1, Math.max(0, estimate.mid + (side * standard) / 1.2816));
}

/** Soiling loss at the end of each day of a planning year, washed at the start of the given days. */
export function lossesOfYear(input: YearAheadInput, year: PlanningYear, washDays: readonly number[]): number[] {
  return soilingByRate({
    rate: year.rate,
    threshold: input.threshold,
    gracePeriod: input.gracePeriod,
    maxLoss: Math.max(input.maxLoss, year.initialLoss),
    initialLoss: year.initialLoss,
    rain: year.weather.rain,
    cleanings: washDays.map((day) => ({ day })),
  }).map((ratio) => 1 - ratio);
}

/** Energy lost in a year, kWh, through the limit. */
export function lostEnergy(input: YearAheadInput, year: PlanningYear, losses: readonly number[]): number {
  const limit = input.array.pacRated;
  const lost = year.energy.map(
    (day, index) => energyAtLoss(day, 0, limit) - energyAtLoss(day, losses[index] ?? 0, limit),
  );
  return sum(lost) / 1000;
}

/**
 * A year of days at a site if nobody washes, over made-up weather years, under the rate model of C6:
 * what the dirt costs, how the loss rises and falls, and what one wash at the start would bring back.
 */
export function yearAhead(input: YearAheadInput, years = planningYears(input)): YearAhead {
  const limit = input.array.pacRated;
  const clean = years.map((year) => sum(year.energy.map((day) => energyAtLoss(day, 0, limit))) / 1000);
  const losses = years.map((year) => lossesOfYear(input, year, []));
  const lost = years.map((year, index) => lostEnergy(input, year, losses[index] ?? []));
  const washed = years.map((year) => lostEnergy(input, year, lossesOfYear(input, year, [0])));
  const days = years.flatMap((year) => year.energy);
  const middle = years[Math.floor(years.length / 2)];
  return {
    cleanEnergy: spread(clean),
    lostEnergy: spread(lost),
    lostShare: spread(lost.map((value, index) => ratioOrZero(value, clean[index] ?? 0))),
    recoverable: spread(lost.map((value, index) => Math.max(0, value - (washed[index] ?? 0)))),
    limitShare: ratioOrZero(sum(days.map((day) => day.limited)), sum(days.map((day) => day.producing))),
    curve: Array.from({ length: 365 }, (_, day) => {
      const values = losses.map((series) => series[day] ?? 0);
      return {
        ...fourInFive(values),
        rain: middle?.weather.rain[day] ?? 0,
      };
    }),
  };
}

const ratioOrZero = (value: number, by: number): number => (by > 0 ? value / by : 0);
