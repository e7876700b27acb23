import { energyAtLoss } from '../modules/energyYear.ts';
import { fourInFive, type Quantiles, quantilesOf, sum } from '../statistics/summary.ts';
import { DAYS_A_YEAR, type PreparedCourses, type Walked, walk } from './courses.ts';
import { ALL_OF_IT, NO_VISITS, type Visits } from './setup.ts';

export interface YearAhead {
  /** kWh with clean glass, through the limit */
  cleanEnergy: Quantiles;
  /** kWh lost to soil in the year if nobody washes */
  lostEnergy: Quantiles;
  /** lost over clean energy */
  lostShare: Quantiles;
  /** kWh that one wash at the start would bring back within the year, if all of it came off */
  recoverable: Quantiles;
  /** share of the producing hours in which the clean array stands at its limit */
  limitShare: number;
  /** soiling loss at the end of each day over the courses, and the rain of the middle one */
  curve: { low: number; mid: number; high: number; rain: number }[];
}

/** kWh lost in the first year of each course with visits on some days, through the limit. */
export const lostWith = (prepared: PreparedCourses, visits: Visits): number[] =>
  lostBy(prepared, walk(prepared, visits));

function lostBy({ setup, energy }: PreparedCourses, walked: readonly Walked[]): number[] {
  const limit = setup.array.pacRated;
  return walked.map(({ loss }, at) => {
    let lost = 0;
    for (let day = 0; day < DAYS_A_YEAR; day += 1) {
      const one = energy[at]?.[day];
      if (one) lost += energyAtLoss(one, 0, limit) - energyAtLoss(one, loss[day] ?? 0, limit);
    }
    return lost / 1000;
  });
}

/** kWh that one wash on the first day brings back within a year, in each course. */
export function recoveredBy(
  prepared: PreparedCourses,
  effectiveness = ALL_OF_IT,
  untouched = lostWith(prepared, NO_VISITS),
): number[] {
  const washed = lostWith(prepared, { days: [0], everyYears: 1, effectiveness });
  return untouched.map((lost, at) => Math.max(0, lost - (washed[at] ?? 0)));
}

/**
 * The year ahead of an array if nobody washes: what the dirt costs, how the loss rises and falls, and what one wash at the
 * start would bring back. The first of the years ahead, from the same courses.
 */
export function yearAhead(prepared: PreparedCourses): YearAhead {
  const { days } = prepared;
  const walked = walk(prepared, NO_VISITS);
  const middle = days[Math.floor(days.length / 2)];
  return {
    ...yearFigures(prepared, walked),
    curve: Array.from({ length: DAYS_A_YEAR }, (_, day) => ({
      ...fourInFive(walked.map(({ loss }) => loss[day] ?? 0)),
      rain: middle?.rain[day] ?? 0,
    })),
  };
}

/** The figures of a year ahead without its course. @param walked the courses if nobody washes */
export function yearFigures(
  prepared: PreparedCourses,
  walked: readonly Walked[] = walk(prepared, NO_VISITS),
): Omit<YearAhead, 'curve'> {
  const { setup, energy } = prepared;
  const limit = setup.array.pacRated;
  const year = energy.map((own) => own.slice(0, DAYS_A_YEAR));
  const clean = year.map((own) => sum(own.map((day) => energyAtLoss(day, 0, limit))) / 1000);
  const lost = lostBy(prepared, walked);
  const all = year.flat();
  return {
    cleanEnergy: quantilesOf(clean),
    lostEnergy: quantilesOf(lost),
    lostShare: quantilesOf(lost.map((value, at) => ratioOrZero(value, clean[at] ?? 0))),
    recoverable: quantilesOf(recoveredBy(prepared, ALL_OF_IT, lost)),
    limitShare: ratioOrZero(sum(all.map(({ limited }) => limited)), sum(all.map(({ producing }) => producing))),
  };
}

const ratioOrZero = (value: number, by: number): number => (by > 0 ? value / by : 0);
