import { DAYS_A_YEAR } from '../courses/courses.ts';
import { lostBySite, type WashedArray } from '../courses/visitsOfSite.ts';
import { mean } from '../statistics/summary.ts';

/** Days by which a visit slips. */
const FORTNIGHT = 14;

/** Days of a year, all of them so much later; what goes past its end comes at its beginning. */
export const movedDays = (days: readonly number[], by: number): number[] =>
  days.map((day) => (day + by + DAYS_A_YEAR) % DAYS_A_YEAR).sort((one, other) => one - other);

/** What coming late or early to every visit of a plan adds to what the dirt takes, kWh a year on the mean; at least nothing. @param onTime what it takes on the days themselves */
export function slipOf(
  washed: readonly WashedArray[],
  days: readonly number[],
  onTime = mean(lostBySite(washed, days)),
): { late: number; early: number } {
  const added = (by: number) => Math.max(0, mean(lostBySite(washed, movedDays(days, by))) - onTime);
  return { late: added(FORTNIGHT), early: added(-FORTNIGHT) };
}
