import { DateTime } from 'luxon';

/** Years from a date to an instant, not below 0. */
export const yearsBetween = (date: string, instant: string): number =>
  Math.max(0, (Date.parse(instant) - Date.parse(`${date}T00:00:00Z`)) / (365.25 * 86_400_000));

/** The date, `YYYY-MM-DD`, of an instant in a zone. */
export const dateIn = (instant: Date | string, zone: string): string =>
  DateTime.fromJSDate(new Date(instant), { zone }).toISODate() ?? '';

/** A date some days later. */
export const addDays = (date: string, days: number): string =>
  DateTime.fromISO(date, { zone: 'utc' }).plus({ days }).toISODate() ?? date;

/** How many days of the calendar lie between two instants: of last night it is yesterday, however few the hours. */
export const calendarDays = (from: Date | string, to: Date | string, zone: string): number =>
  Math.round((Date.parse(dateIn(to, zone)) - Date.parse(dateIn(from, zone))) / 86_400_000);
