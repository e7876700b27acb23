import { MONTH_STARTS } from './year.ts';

export const MILLISECONDS_PER_HOUR = 3_600_000;
export const MILLISECONDS_PER_DAY = 86_400_000;

/** Days since the Unix epoch of an instant in UTC, as a whole number. */
export const utcDay = (time: number): number => Math.floor(time / MILLISECONDS_PER_DAY);

/** Days from the Unix epoch to 1 January of a year. */
export function dayOfNewYear(year: number): number {
  const before = year - 1;
  return (year - 1970) * 365 + Math.floor(before / 4) - Math.floor(before / 100) + Math.floor(before / 400) - 477;
}

/** The year of an instant in UTC, without a Date: this stands in loops over every hour of years. */
export function utcYear(time: number): number {
  const day = utcDay(time);
  let year = 1970 + Math.floor(day / 365.2425);
  if (dayOfNewYear(year) > day) year -= 1;
  else if (dayOfNewYear(year + 1) <= day) year += 1;
  return year;
}

/** UTC day of the year, 1 for 1 January. @param time milliseconds since 1970-01-01T00:00Z */
export const utcDayOfYear = (time: number): number => utcDay(time) - dayOfNewYear(utcYear(time)) + 1;

/** Days from new year to the first of a month, 0 to 12. */
export function daysBeforeMonth(year: number, month: number): number {
  const leap = month > 1 && dayOfNewYear(year + 1) - dayOfNewYear(year) === 366 ? 1 : 0;
  return (MONTH_STARTS[month] ?? 365) + leap;
}
