import { type Bare, bare, type Finding } from '../findings.ts';
import { parseNumber } from './parse.ts';

export interface DatedValue {
  /** such as 2026-11-24 */
  date: string;
  value: number;
}

/** Why a line cannot be read. */
export type LineFault = Bare<'no-date' | 'no-number' | 'date-twice'> | Finding<'too-many-lines', { most: number }>;

/** A pasted table of dates and numbers, and the lines that could not be read. */
export interface DatedTable {
  rows: DatedValue[];
  /** from 1, with what is wrong */
  wrong: { line: number; text: string; why: LineFault }[];
}

/** How a date with the day and the month in doubt is read. */
export type DateOrder = 'dmy' | 'mdy' | 'ymd';

const MOST_LINES = 20_000;

/** A date as people write it: 2026-11-24, 24/11/2026, 24.11.2026, 11/24/2026. @returns null where it is none */
export function parseDate(text: string, order: DateOrder): string | null {
  const parts = text.trim().match(/^(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})$/);
  if (!parts) return null;
  const [a = '', b = '', c = ''] = parts.slice(1);
  const [year, month, day] = a.length === 4 ? [a, b, c] : order === 'mdy' ? [c, a, b] : [c, b, a];
  if (year.length !== 4) return null;
  const iso = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const time = Date.parse(`${iso}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(iso) ? iso : null;
}

/**
 * Dates and numbers as they come out of a spreadsheet or a logger: one day a line, parted by tab, semicolon, comma or
 * spaces. A first line of headings is passed over; every other line that cannot be read is named.
 */
export function parseDatedTable(text: string, order: DateOrder): DatedTable {
  const table: DatedTable = { rows: [], wrong: [] };
  const lines = text.split(/\r\n|\n|\r/);
  const seen = new Set<string>();
  let begun = false;
  lines.slice(0, MOST_LINES).forEach((whole, index) => {
    const line = whole.trim();
    if (line === '') return;
    const parts = line.match(/^(\S+?)(?:[\t;]\s*|,\s*|\s+)(.+)$/);
    const date = parseDate(parts?.[1] ?? '', order);
    const value = parseNumber((parts?.[2] ?? '').split(/[\t;]/)[0] ?? '');
    const heading = !begun && date === null && value === null;
    begun = true;
    if (heading) return;
    const wrong = (why: LineFault) => table.wrong.push({ line: index + 1, text: line.slice(0, 60), why });
    if (date === null) wrong(bare('no-date'));
    else if (value === null || value < 0) wrong(bare('no-number'));
    else if (seen.has(date)) wrong(bare('date-twice'));
    else {
      seen.add(date);
      table.rows.push({ date, value });
    }
  });
  if (lines.length > MOST_LINES)
    table.wrong.push({
      line: MOST_LINES + 1,
      text: '',
      why: { code: 'too-many-lines', params: { most: MOST_LINES } },
    });
  return table;
}
