import { type Bare, bare, type Finding } from '../findings.ts';
import { type DateOrder, parseDate } from '../time/typed.ts';
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

const MOST_LINES = 20_000;

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
