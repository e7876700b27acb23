import type { Estimate } from '../inspections/soil.ts';
import { type EnergyDay, energyAtLoss } from '../modules/energyYear.ts';
import { fourInFive, mean } from '../statistics/summary.ts';
import { DAYS_A_YEAR, type PreparedCourses, walk } from './courses.ts';
import { NO_VISITS, type Visits } from './setup.ts';

export interface YearsAhead {
  /** mean loss of each month, from the first, over the courses */
  fan: Estimate[];
  /** kWh lost in each year */
  lost: Estimate[];
  /** the same as a share of the energy with clean glass */
  lostShare: Estimate[];
  /** kWh lost a year on the mean in each course, in their order: what compares setups drawn from the same seed */
  lostInCourse: number[];
  /** kWh with clean glass in a year, the mean */
  clean: number;
  /** share of the glass under lichen at the end */
  lichen: Estimate;
}

const MONTHS = 12;

/** What each member loses: by month as mean loss, by year in kWh and as a share of its clean energy. */
function accountOf(loss: Float64Array, energy: readonly EnergyDay[], limit: number | undefined) {
  const monthly: number[] = [];
  const [lost, clean]: [number[], number[]] = [[], []];
  let [sumOfMonth, counted, yearLost, yearClean] = [0, 0, 0, 0];
  energy.forEach((day, index) => {
    const share = loss[index] ?? 0;
    const whole = energyAtLoss(day, 0, limit);
    yearClean += whole;
    yearLost += whole - energyAtLoss(day, share, limit);
    sumOfMonth += share;
    counted += 1;
    const within = (index % DAYS_A_YEAR) + 1;
    const month = monthly.length % MONTHS;
    if (within === Math.round(((month + 1) * DAYS_A_YEAR) / MONTHS)) {
      monthly.push(sumOfMonth / counted);
      [sumOfMonth, counted] = [0, 0];
    }
    if (within === DAYS_A_YEAR) {
      lost.push(yearLost / 1000);
      clean.push(yearClean / 1000);
      [yearLost, yearClean] = [0, 0];
    }
  });
  return { monthly, lost, clean };
}

/**
 * Years ahead of an array from what is known of it (C17), over courses of weather, with cleanings or without.
 * @returns a band over the courses; energy through the limit, where dirt costs nothing
 */
export function yearsAhead(prepared: PreparedCourses, visits: Visits = NO_VISITS): YearsAhead {
  const { setup, energy } = prepared;
  const { horizon } = setup;
  const walked = walk(prepared, visits);
  const accounts = walked.map(({ loss }, at) => accountOf(loss, energy[at] ?? [], setup.array.pacRated));
  const across = (count: number, of: (account: (typeof accounts)[number], at: number) => number) =>
    Array.from({ length: count }, (_, at) => fourInFive(accounts.map((account) => of(account, at))));
  const share = (lost: number, clean: number) => (clean > 0 ? lost / clean : 0);
  return {
    fan: across(horizon * MONTHS, ({ monthly }, at) => monthly[at] ?? 0),
    lost: across(horizon, ({ lost }, at) => lost[at] ?? 0),
    lostShare: across(horizon, ({ lost, clean }, at) => share(lost[at] ?? 0, clean[at] ?? 0)),
    lostInCourse: accounts.map(({ lost }) => mean(lost)),
    clean: mean(accounts.map(({ clean }) => mean(clean))),
    lichen: fourInFive(walked.map(({ lichenCover }) => lichenCover)),
  };
}
