import { parseNumber } from '../../core/units/parse.ts';
import type { RainDay } from '../../core/weather/siteClimate.ts';
import { date } from '../common.ts';
import { type FileProblem, MOST_PROBLEMS, type ReadFile } from '../readFile.ts';
import { readTable } from '../readTable.ts';

/** A lifetime of days in one file, and no more. */
const MOST_DAYS = 40_000;
const MOST_RAIN = 2_000;
const MOST_ENERGY = 10_000_000;

/** Energy of one day, kWh; the control is that of an uncleaned array under the same sky. */
export interface EnergyOfDay {
  date: string;
  energy: number;
  control: number | null;
}

interface Columns<T> {
  /** names that a column may have, the first of them the one that is asked for */
  needed: readonly (readonly string[])[];
  of: (row: (names: readonly string[]) => string | undefined) => T | string;
}

const DATE = ['date', 'day'];
const RAIN = ['rain', 'rain_mm', 'rain mm', 'rain (mm)', 'precipitation'];
const ENERGY = ['energy', 'energy_kwh', 'energy kwh', 'energy (kwh)', 'kwh'];
const CONTROL = ['control', 'control_kwh', 'control (kwh)'];

/** A number in a cell, with a point or a comma; null where there is none. */
const numberIn = (text: string | undefined): number | null => {
  const value = text === undefined || text.trim() === '' ? null : parseNumber(text.trim());
  return value !== null && Number.isFinite(value) ? value : null;
};

/** Reads a CSV with a date in each line; wrong lines are told by number, and nothing is taken of a file with one. */
function daysFromCsv<T extends { date: string }>(text: string, { needed, of }: Columns<T>): ReadFile<T[]> {
  const table = readTable(text, { needed, most: MOST_DAYS, tooMany: `has over ${MOST_DAYS} days; divide it` });
  if (!table.ok) return table;
  const problems: FileProblem[] = [];
  const days = new Map<string, T>();
  for (const { where, cell } of table.value) {
    const found = of((names) => cell(...names));
    if (typeof found === 'string') problems.push({ where, message: found });
    else if (days.has(found.date)) problems.push({ where, message: `${found.date} is in the file twice` });
    else days.set(found.date, found);
    if (problems.length >= MOST_PROBLEMS) break;
  }
  if (problems.length === 0 && days.size === 0) problems.push({ where: 'the file', message: 'holds no day' });
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, value: [...days.values()].sort((a, b) => a.date.localeCompare(b.date)) };
}

function dateIn(text: string | undefined): string | null {
  const read = date.safeParse((text ?? '').trim());
  return read.success ? read.data : null;
}
const WANTED_DATE = 'the date must be written as 2026-11-24';

/** Rain by day from a CSV: the columns date and rain (mm). */
export const rainFromCsv = (text: string): ReadFile<RainDay[]> =>
  daysFromCsv(text, {
    needed: [DATE, RAIN],
    of: (cell) => {
      const day = dateIn(cell(DATE));
      const rain = numberIn(cell(RAIN));
      if (day === null) return WANTED_DATE;
      if (rain === null || rain < 0 || rain > MOST_RAIN) return `rain must be a number of mm from 0 to ${MOST_RAIN}`;
      return { date: day, rain };
    },
  });

/** Energy by day from a CSV: the columns date and energy (kWh), and control where an uncleaned array was read too. */
export const energyFromCsv = (text: string): ReadFile<EnergyOfDay[]> =>
  daysFromCsv(text, {
    needed: [DATE, ENERGY],
    of: (cell) => {
      const day = dateIn(cell(DATE));
      const energy = numberIn(cell(ENERGY));
      const control = numberIn(cell(CONTROL));
      const wrong = (value: number | null) => value === null || value < 0 || value > MOST_ENERGY;
      if (day === null) return WANTED_DATE;
      if (energy === null || wrong(energy)) return `energy must be a number of kWh from 0 to ${MOST_ENERGY}`;
      if ((cell(CONTROL) ?? '').trim() !== '' && wrong(control)) return 'control must be a number of kWh, or empty';
      return { date: day, energy, control };
    },
  });
