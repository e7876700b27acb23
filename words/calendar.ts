import { dayOfMonth, monthOfDay } from '../core/time/year.ts';

export const MONTH_NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** The month of a day of a 365-day year, from 0. */
export const monthName = (day: number): string => MONTH_NAMES[monthOfDay(day)] ?? '';

/** A day of a 365-day year, from 0, such as 21 Jan. */
export const dayName = (day: number): string => `${dayOfMonth(day)} ${monthName(day)}`;
