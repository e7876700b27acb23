export const MILLISECONDS_PER_HOUR = 3_600_000;
export const MILLISECONDS_PER_DAY = 86_400_000;

/** Days since the Unix epoch of an instant in UTC, as a whole number. */
export const utcDay = (time: number): number => Math.floor(time / MILLISECONDS_PER_DAY);

/** UTC day of the year, 1 for 1 January. @param time milliseconds since 1970-01-01T00:00Z */
export function utcDayOfYear(time: number): number {
  const year = new Date(time).getUTCFullYear();
  return utcDay(time) - utcDay(Date.UTC(year, 0, 1)) + 1;
}
