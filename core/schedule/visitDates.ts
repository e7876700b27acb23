import { addedDays, dayOfYear } from '../time/dates.ts';

const YEAR = 365;

/**
 * The days on which the visits of a year fall due, the first on the day that was agreed and the others apart as the plan
 * has them; where the plan does not say, evenly.
 * @param first ISO date
 * @param days of the visits in the plan's year, 0 to 364, ascending; their number has to be `visits`, else they are not used
 */
export function visitDates(first: string, visits: number, days: readonly number[]): string[] {
  const start = days.length === visits ? (days[0] ?? 0) : 0;
  const apart = (visit: number) =>
    days.length === visits ? (days[visit] ?? 0) - start : Math.round((YEAR / visits) * visit);
  return Array.from({ length: visits }, (_, visit) => addedDays(first, apart(visit)));
}

/**
 * Days of a year that begins on a calendar day, as the next dates on which they come.
 * @param from `YYYY-MM-DD` @param startDay of the year, 0 to 364 @param days from its start
 */
export function nextDates(from: string, startDay: number, days: readonly number[]): string[] {
  const ahead = startDay - dayOfYear(from) + YEAR;
  return days.map((day) => addedDays(from, (ahead + day) % YEAR)).sort();
}
