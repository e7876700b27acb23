/** A year of 365 days, without 29 February: calendar details do not matter to a year that is planned. */

/** Day, from 0, on which each month begins. */
export const MONTH_STARTS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334] as const;

const MONTH_OF_DAY = Array.from({ length: 365 }, (_, day) => MONTH_STARTS.findLastIndex((start) => start <= day));

/** Month, 0 to 11, of a day; days before and after the year are those of the years before and after. */
export const monthOfDay = (day: number): number => MONTH_OF_DAY[((day % 365) + 365) % 365] as number;

/** Day of its month, from 1. @param day 0 to 364 */
export const dayOfMonth = (day: number): number => day - (MONTH_STARTS[monthOfDay(day)] ?? 0) + 1;
