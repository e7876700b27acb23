import type { DailyEnergyInput, EnergyDay, EnergySite } from '../comparisons/dailyEnergy.ts';
import { clearSkyDay } from '../modules/clearSkyDay.ts';
import { leastSquares } from '../statistics/leastSquares.ts';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { utcDate } from '../time/dates.ts';
import { MILLISECONDS_PER_DAY } from '../time/utc.ts';

/** A made-up series of daily energy of which the truth is known (C14). */
export interface SyntheticSeries {
  input: DailyEnergyInput;
  gain: number;
  ratePerDay: number;
  /** which days were clear and whole */
  clear: boolean[];
  /** logarithm of energy over the clean expectation, as the generator knew it */
  values: number[];
  cleaningDay: number;
}

const DAYS = 75;

/**
 * 75 days with one cleaning: clear-day scatter of 1 %, clouds and haze that only take away, some short days, a nameplate
 * that is up to 10 % off, a gain of 0 to 25 % and soiling of 0 to 0.35 % a day.
 * @param correlation of the scatter of neighbouring days, 0 for independent
 */
export function syntheticSeries(seed: number, correlation = 0): SyntheticSeries {
  const random = seededRandom(seed * 7919 + 13);
  const between = (low: number, high: number) => low + (high - low) * random();
  const latitude = between(-45, 45);
  const site: EnergySite = {
    latitude,
    longitude: between(-180, 180),
    altitude: between(0, 1500),
    linkeTurbidity: Array.from({ length: 12 }, () => between(2.5, 4.5)),
    surfaceTilt: between(5, 35),
    surfaceAzimuth: latitude < 0 ? between(0, 30) : between(150, 210),
    pdc0: between(3000, 50_000),
    gammaPdc: -0.0035,
  };
  const start = Date.UTC(2026, 0, 1) + Math.floor(between(0, 365)) * MILLISECONDS_PER_DAY;
  const cleaningDay = 15 + Math.floor(between(0, 46));
  const gain = between(0, 0.25);
  const ratePerDay = between(0, 0.0035);
  const nameplate = between(0.9, 1.1);
  const clearShare = between(0.45, 0.8);
  let scatter = normalDraw(random);
  const clear: boolean[] = [];
  const values: number[] = [];
  const days = Array.from({ length: DAYS }, (_, day): EnergyDay => {
    const date = utcDate(start + day * MILLISECONDS_PER_DAY);
    const tempAir = between(12, 30);
    const { energy } = clearSkyDay(site, site, site, date, tempAir, 1);
    scatter = correlation * scatter + Math.sqrt(1 - correlation ** 2) * normalDraw(random);
    const isClear = random() < clearShare;
    const sky = isClear ? 1 : random() < 0.2 ? between(0.9, 0.985) : between(0.12, 0.95);
    const short = !isClear && random() < 0.05 ? between(0.01, 0.5) : 1;
    const trend = Math.log(nameplate) - ratePerDay * day + (day > cleaningDay ? Math.log(1 + gain) : 0);
    const value = trend + Math.log(sky * short) + 0.01 * scatter;
    clear.push(isClear && day !== cleaningDay);
    values.push(value);
    return { date, energy: energy * Math.exp(value), tempAir };
  });
  const cleaning = days[cleaningDay]?.date ?? '';
  return { input: { site, days, cleanings: [cleaning] }, gain, ratePerDay, clear, values, cleaningDay };
}

/** The gain that a regression finds which is told which days were clear. */
export function gainWhenTold({ values, clear, cleaningDay }: SyntheticSeries): number {
  const equations = values.map((value, day) => ({
    row: [1, day, day > cleaningDay ? 1 : 0],
    value,
    weight: clear[day] ? 1 : 0,
  }));
  return Math.expm1(leastSquares(equations)?.coefficients[2] ?? Number.NaN);
}
