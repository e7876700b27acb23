import type { Effectiveness } from '../assumptions.ts';
import { energyAtLoss } from '../modules/energyYear.ts';
import { LayeredGlass } from '../soiling/layered.ts';
import { mean } from '../statistics/summary.ts';
import { DAYS_A_YEAR, type PreparedCourses, walk } from './courses.ts';
import { type CourseSetup, NO_VISITS, parametersOf } from './setup.ts';

/** Days between those that are looked at first, and on the way back to the first of all. */
const STEP = 28;
const FINE_STEP = 7;
/** Days between those that are tried for the next visit. */
const NEXT_STEP = 14;

/**
 * The first day of the year ahead from which on a wash brings back, in the year after it, what it costs: on the mean over
 * the courses. The courses have to go on for two years.
 * @param worth of a kWh and price of the visit in one money
 * @returns days from the start, to a week; null where no such day is found within the year
 */
export function firstDayThatPays(
  prepared: PreparedCourses,
  effectiveness: Effectiveness,
  { valuePerKWh, price }: { valuePerKWh: number; price: number },
): number | null {
  const limit = prepared.setup.array.pacRated;
  const untouched = walk(prepared, NO_VISITS);
  const pays = (day: number): boolean => {
    const washed = walk(prepared, { days: [day], everyYears: prepared.setup.horizon, effectiveness });
    const saved = mean(
      washed.map(({ loss }, at) => {
        let sum = 0;
        for (let index = day; index < day + DAYS_A_YEAR; index += 1) {
          const one = prepared.energy[at]?.[index];
          const before = untouched[at]?.loss[index] ?? 0;
          if (one) sum += energyAtLoss(one, loss[index] ?? 0, limit) - energyAtLoss(one, before, limit);
        }
        return sum / 1000;
      }),
    );
    return saved * valuePerKWh >= price;
  };
  for (let day = 0; day < DAYS_A_YEAR; day += STEP) {
    if (!pays(day)) continue;
    let first = day;
    while (first - FINE_STEP > day - STEP && first >= FINE_STEP && pays(first - FINE_STEP)) first -= FINE_STEP;
    return first;
  }
  return null;
}

/** An array as a wash leaves it, and what the next one takes off each layer. */
export interface AfterWash {
  prepared: PreparedCourses;
  effectiveness: Effectiveness;
}

/**
 * The day after a wash on which the next one of so many a year saves most: within half a round of the even spacing, by the
 * courses from the glass as the wash left it. The courses have to go on for two years.
 * @param visits a year, from 1
 * @returns days after the wash
 */
export function nextBestDay(arrays: readonly AfterWash[], visits: number): number {
  const even = Math.round(DAYS_A_YEAR / visits);
  const until = 2 * even;
  const lostUntil = ({ prepared, effectiveness }: AfterWash, day: number): number => {
    const limit = prepared.setup.array.pacRated;
    const walked = walk(prepared, { days: [day], everyYears: prepared.setup.horizon, effectiveness });
    return mean(
      walked.map(({ loss }, at) => {
        let sum = 0;
        for (let index = 0; index < until; index += 1) {
          const one = prepared.energy[at]?.[index];
          if (one) sum += energyAtLoss(one, 0, limit) - energyAtLoss(one, loss[index] ?? 0, limit);
        }
        return sum;
      }),
    );
  };
  let best = { day: even, lost: Number.POSITIVE_INFINITY };
  for (let day = Math.round(even / 2); day <= 1.5 * even; day += NEXT_STEP) {
    const lost = arrays.reduce((sum, array) => sum + lostUntil(array, day), 0);
    if (lost < best.lost) best = { day, lost };
  }
  return best.day;
}

/** The courses of an array from the day after a wash that took off each layer what it took of so much of it. */
export function afterWash(
  setup: CourseSetup,
  parts: readonly { effectiveness: Effectiveness; share: number }[],
  startDay: number,
): CourseSetup {
  return {
    ...setup,
    startDay,
    horizon: 2,
    members: setup.members.map((member) => {
      const glass = new LayeredGlass(setup.surfaceTilt, parametersOf(setup, member), member.initial);
      for (const { effectiveness, share } of parts) glass.clean(effectiveness, share);
      return { ...member, initial: glass.state() };
    }),
  };
}
