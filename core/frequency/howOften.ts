import type { Birds, LichenClimate, Surroundings } from '../assumptions.ts';
import { LICHEN_DENSITY, LICHEN_SETTLES_YEARS } from '../assumptions.ts';
import { costOfLoss, energyOfSite } from '../modules/energyYear.ts';
import { RATE_DEFAULTS } from '../soiling/rate.ts';
import { siteSoilingRate } from '../soiling/siteRate.ts';
import type { YearsOfSite } from '../soiling/yearsOfSite.ts';
import { mean, type Quantiles, quantilesOf } from '../statistics/summary.ts';
import { climateOf, generateWeatherYears } from '../weather/index.ts';
import { daysOfHabit, HABITS, type Habit } from './habits.ts';
import { type FrequencyInput, type FrequencyOption, type FrequencyOutput, optimalDays } from './optimalDays.ts';
import { oneBeside, pricesOfChange } from './prices.ts';
import { type ScheduleValue, valueOfDays, valueOfThreshold } from './schedules.ts';

export interface HowOftenSetup extends YearsOfSite {
  surroundings: Surroundings;
  birds: Birds;
  /** rain of a day that cleans, mm: the two schools on rain, from a few mm to never, which is null */
  threshold: number | null;
  /** money for one kWh */
  valuePerKWh: number;
  /** money for one cleaning */
  cleaningCost: number;
  /** cleaned when the loss has come to this, a fraction above 0 */
  cleanAt: number;
  /** whether lichen can settle here */
  lichen: LichenClimate;
}

export interface HowOften extends FrequencyOutput {
  /** number of cleanings with the least total */
  best: number;
  /** the number of years, where cleaning once in so many is cheaper still than the best of every year; else null */
  everyYears: number | null;
  /** prices of a cleaning, money, under which more of them and over which fewer are best; null where none is */
  price: { moreUnder: number | null; fewerOver: number | null };
  /** lost a year with the best days, over the weather years */
  spread: Quantiles;
  /** what one cleaning more or fewer than the best adds to the total; null where there is none to compare */
  oneMore: number | null;
  oneFewer: number | null;
  habits: (ScheduleValue & { habit: Habit; days: number[] })[];
  policy: ScheduleValue & { cleanAt: number };
  /** years within which to clean once against growth, whatever the energy says; null where nothing settles */
  floorYears: number | null;
}

const MOST_CLEANS = 12;
const LONGER = [2, 3, 4, 5];

/** The question of C12 for an array in a made-up climate: its rains, its soiling and what a unit of loss costs each day. */
export function frequencyInput(setup: HowOftenSetup): FrequencyInput {
  const climate = climateOf(setup.climate);
  const energyIn = energyOfSite(setup);
  const years = generateWeatherYears(climate, setup.latitude, setup.years, setup.seed);
  const limit = setup.array.pacRated;
  const lostAt = years.map((weather) => energyIn(weather).map((day) => costOfLoss(day, limit)));
  return {
    rate: siteSoilingRate(setup),
    threshold: setup.threshold,
    gracePeriod: RATE_DEFAULTS.gracePeriod,
    maxLoss: RATE_DEFAULTS.maxLoss,
    cleaningCost: setup.cleaningCost,
    rains: years.map(({ rain }) => rain),
    dailyValue: Array.from({ length: 365 }, (_, day) => mean(lostAt.map((year) => year[day] ?? 0)) * setup.valuePerKWh),
    maxCleans: MOST_CLEANS,
    everyYears: LONGER,
  };
}

/**
 * How often to clean an array: the exact optimum of C12 beside doing nothing, the habits of the calendar and cleaning
 * when it is seen, with the price at which the answer changes and the floor that growth sets under it.
 * @returns money a year in that of `valuePerKWh`
 */
export function howOften(setup: HowOftenSetup): HowOften {
  const input = frequencyInput(setup);
  const found = optimalDays(input);
  const { options } = found;
  const best = options.reduce((least, option) => (option.total < least.total ? option : least));
  return {
    ...found,
    best: best.cleans,
    everyYears: cheapestLonger(found, best)?.everyYears ?? null,
    price: pricesOfChange(options, best.cleans),
    spread: quantilesOf(valueOfDays(input, best.days).byYear),
    ...oneBeside(options, best.cleans),
    habits: HABITS.map((habit) => {
      const days = daysOfHabit(habit, setup.latitude);
      return { habit, days, ...valueOfDays(input, days) };
    }),
    policy: { cleanAt: setup.cleanAt, ...valueOfThreshold(input, setup.cleanAt) },
    floorYears: LICHEN_DENSITY[setup.lichen] > 0 ? LICHEN_SETTLES_YEARS - 1 : null,
  };
}

const cheapestLonger = ({ longer }: FrequencyOutput, best: FrequencyOption) =>
  longer
    .filter(({ total }) => total < best.total)
    .sort((a, b) => a.total - b.total)
    .at(0);
