import { DateTime } from 'luxon';

/** Years from a date to an instant, not below 0. */
export const yearsBetween = (date: string, instant: string): number =>
  Math.max(0, (Date.parse(instant) - Date.parse(`${date}T00:00:00Z`)) / (365.25 * 86_400_000));

/** A writer of dates for each zone: to make one takes longer than to use it a hundred times. */
const writers = new Map<string, Intl.DateTimeFormat>();

function writerOf(zone: string): Intl.DateTimeFormat {
  let writer = writers.get(zone);
  if (writer === undefined) {
    writer = new Intl.DateTimeFormat('en-CA', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' });
    writers.set(zone, writer);
  }
  return writer;
}

/** The date, `YYYY-MM-DD`, of an instant in a zone. */
export const dateIn = (instant: Date | string, zone: string): string => writerOf(zone).format(new Date(instant));

/** A date some days later. */
export const addDays = (date: string, days: number): string =>
  DateTime.fromISO(date, { zone: 'utc' }).plus({ days }).toISODate() ?? date;

/** How many days of the calendar lie between two instants: of last night it is yesterday, however few the hours. */
export const calendarDays = (from: Date | string, to: Date | string, zone: string): number =>
  Math.round((Date.parse(dateIn(to, zone)) - Date.parse(dateIn(from, zone))) / 86_400_000);
