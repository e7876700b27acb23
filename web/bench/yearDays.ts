export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** Day of the year, from 0, on which each month of a 365-day year begins. */
export const STARTS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];

/** A day of the year in words, such as 21 Jan. */
export function dateOfDay(day: number): string {
  const month = STARTS.findLastIndex((start) => start <= day);
  return `${day - (STARTS[month] ?? 0) + 1} ${MONTHS[month]}`;
}
