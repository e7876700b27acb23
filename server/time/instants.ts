import { DateTime } from 'luxon';

/** Instant of a time of the clock on a date in a zone, milliseconds since 1970. @param clock such as 17:00 */
export const timeOn = (date: string, clock: string, zone: string): number =>
  DateTime.fromISO(`${date}T${clock}`, { zone }).toMillis();

/** First instant of a date in a zone, milliseconds since 1970: not midnight where the clocks go forward at midnight. */
export const startOfDay = (date: string, zone: string): number =>
  DateTime.fromISO(date, { zone }).startOf('day').toMillis();
