import { MILLISECONDS_PER_DAY } from './utc.ts';

/** Days of a calendar, `YYYY-MM-DD`, without hours and zones. */

/** Days since the Unix epoch. */
export const dayNumber = (date: string): number =>
  Math.round(Date.parse(`${date.slice(0, 10)}T00:00:00Z`) / MILLISECONDS_PER_DAY);

/** The date of a day since the Unix epoch. */
export const dateOfNumber = (day: number): string => utcDate(day * MILLISECONDS_PER_DAY);

/** The date, UTC, of an instant. @param time milliseconds since 1970-01-01T00:00Z */
export const utcDate = (time: number): string => new Date(time).toISOString().slice(0, 10);

export const addedDays = (date: string, days: number): string => dateOfNumber(dayNumber(date) + days);

export const daysBetween = (from: string, to: string): number => dayNumber(to) - dayNumber(from);

/** Day of a 365-day year, from 0; 29 February counts as the 28th. */
export function dayOfYear(date: string): number {
  const ordinal = daysBetween(`${date.slice(0, 4)}-01-01`, date);
  const leap = daysBetween(`${date.slice(0, 4)}-01-01`, `${date.slice(0, 4)}-12-31`) === 365;
  return Math.min(364, ordinal - (leap && ordinal > 58 ? 1 : 0));
}

/** Years from one date to another, not below 0; 0 where nobody knows the first. */
export const ageOn = (from: string | null, date: string): number =>
  from === null ? 0 : Math.max(0, daysBetween(from, date) / 365.25);

/** The same day of the month some months before; where that month is shorter, its last day. @param date or instant, UTC */
export function monthsBefore(date: string, months: number): string {
  const [year = 0, month = 1, day = 1] = date.slice(0, 10).split('-').map(Number);
  const last = new Date(Date.UTC(year, month - months, 0)).getUTCDate();
  return utcDate(Date.UTC(year, month - 1 - months, Math.min(day, last)));
}

/** The same day of the month some months after; where that month is shorter, its last day. */
export const monthsAfter = (date: string, months: number): string => monthsBefore(date, -months);
