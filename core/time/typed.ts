import { utcDate } from './dates.ts';

/** How a date with the day and the month in doubt is read. */
export const DATE_ORDERS = ['dmy', 'mdy', 'ymd'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** How a date is typed in an order, for an empty field. */
export const dateHint = (order: DateOrder): string =>
  ({ dmy: 'dd/mm/yyyy', mdy: 'mm/dd/yyyy', ymd: 'yyyy-mm-dd' })[order];

/**
 * Reads a date as people type it in their order, with slashes, points, hyphens or spaces; years of two figures are of
 * this century. A year in front is always read as year, month, day. Returns an ISO date, or null where no calendar has it.
 */
export function parseDate(text: string, order: DateOrder): string | null {
  const parts = text.trim().split(/[/.\-\s]+/);
  if (parts.length !== 3 || !parts.every((part) => /^\d{1,4}$/.test(part))) return null;
  const [first = '', second = '', third = ''] = parts;
  const [day, month, year] =
    first.length === 4 || order === 'ymd'
      ? [third, second, first]
      : order === 'mdy'
        ? [second, first, third]
        : [first, second, third];
  const full = year.length <= 2 ? 2000 + Number(year) : Number(year);
  const date = new Date(Date.UTC(full, Number(month) - 1, Number(day)));
  const iso = `${String(full).padStart(4, '0')}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  return !Number.isNaN(date.getTime()) && utcDate(date.getTime()) === iso ? iso : null;
}
