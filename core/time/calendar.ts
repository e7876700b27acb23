import { daysBetween } from './dates.ts';

/** The calendar of a zone: which date an instant falls on there. */

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

/** How many days of the calendar lie between two instants: of last night it is yesterday, however few the hours. */
export const calendarDays = (from: Date | string, to: Date | string, zone: string): number =>
  daysBetween(dateIn(from, zone), dateIn(to, zone));
