import { RateGlass, rainCleans } from '../soiling/rate.ts';
import type { FrequencyInput } from './optimalDays.ts';

/** What a way of deciding when to clean costs a year, under the rate model. */
export interface ScheduleValue {
  /** cleanings a year, the mean over the weather years */
  cleans: number;
  /** lost a year, the mean over the weather years, in the money of `dailyValue` */
  lostValue: number;
  cost: number;
  total: number;
  /** lost in each weather year */
  byYear: number[];
}

const DAYS = 365;

/** What a day loses or asks for, as a walk through the year comes to it. */
interface Day {
  day: number;
  /** loss at the end of the day before */
  loss: number;
}

/**
 * Walks every weather year twice, day 364 followed by day 0 of the same year, and counts the second time round.
 * @param cleanOn whether somebody cleans at the start of a day
 */
function walk(input: FrequencyInput, cleanOn: (day: Day) => boolean): ScheduleValue {
  const { rate, threshold, rains, dailyValue } = input;
  let cleanings = 0;
  const byYear = rains.map((rain) => {
    const glass = new RateGlass(input);
    let lost = 0;
    for (let step = 0; step < 2 * DAYS; step += 1) {
      const day = step % DAYS;
      const counts = step >= DAYS;
      if (cleanOn({ day, loss: glass.loss })) {
        glass.clean();
        if (counts) cleanings += 1;
      }
      const settles = typeof rate === 'number' ? rate : (rate[day] ?? 0);
      const loss = glass.day(rainCleans(rain[day] ?? 0, threshold), settles);
      if (counts) lost += loss * (dailyValue[day] ?? 0);
    }
    return lost;
  });
  const cleans = cleanings / rains.length;
  const lostValue = byYear.reduce((sum, lost) => sum + lost, 0) / rains.length;
  const cost = cleans * input.cleaningCost;
  return { cleans, lostValue, cost, total: lostValue + cost, byYear };
}

/**
 * The price of a fixed habit: cleaned at the start of the same days every year, whatever the weather.
 * @param days of the year, from 0
 */
export function valueOfDays(input: FrequencyInput, days: readonly number[]): ScheduleValue {
  const fixed = new Set(days);
  return walk(input, ({ day }) => fixed.has(day));
}

/**
 * The price of cleaning when it is seen or measured: on the morning after the loss has reached a limit.
 * @param limit loss, a fraction above 0
 */
export function valueOfThreshold(input: FrequencyInput, limit: number): ScheduleValue {
  if (!(limit > 0)) throw new RangeError('limit: must be above 0');
  return walk(input, ({ loss }) => loss >= limit);
}
