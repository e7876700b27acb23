import Papa from 'papaparse';
import { z } from 'zod';
import { keyOf, LARGEST_GRID, type Place, placeOfKey } from '../../core/sites/layout.ts';
import { ELECTRONICS, type Electronics } from '../../core/soiling/markedLoss.ts';
import { type FileProblem, MOST_PROBLEMS, type ReadFile } from '../readFile.ts';
import { readTable } from '../readTable.ts';
import { calledSheet } from './drawing.ts';
import { arrayBody, type SolarArray } from './endpoints.ts';

/**
 * The drawing of an array as a file: JSON with all that is known of it, or CSV with one line for each module (row and
 * column counted from 1 at the top left, name of its string, place in it, inverter and electronics of the string). And
 * as text on the clipboard: one line a row, one column a place, an x where a module lies, which a spreadsheet takes and
 * gives.
 */
const FORMAT = { format: 'wide-pail-array', formatVersion: 1 } as const;
const drawingJson = z.object({
  format: z.literal(FORMAT.format),
  formatVersion: z.literal(1),
  array: z.looseObject({ sheet: calledSheet }).pipe(arrayBody),
});
export type ArrayFile = z.infer<typeof arrayBody>;

export function arrayToJson({ id: _id, siteId: _site, version: _version, ...array }: SolarArray): string {
  return `${JSON.stringify({ ...FORMAT, array }, null, 2)}\n`;
}

/** Reads an array file; what is wrong with it is told by field. */
export function arrayFromJson(text: string): ReadFile<ArrayFile> {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    return { ok: false, problems: [{ where: 'the file', message: 'is not JSON' }] };
  }
  const read = drawingJson.safeParse(content);
  if (read.success) return { ok: true, value: read.data.array };
  const problems = read.error.issues.map(({ path, message }) => ({ where: path.join('.') || 'the file', message }));
  return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
}

export interface DrawnModules {
  /** where modules lie, as keys of places */
  modules: string[];
  strings: { name: string; modules: string[]; inverter?: string | undefined; electronics?: Electronics | undefined }[];
}

const COLUMNS = ['row', 'column', 'string', 'position', 'inverter', 'electronics'] as const;

/** @param origin the place of the drawing that is row 1, column 1 in the file */
export function modulesToCsv({ modules, strings }: DrawnModules, origin: Place): string {
  const wired = new Map(
    strings.flatMap(({ modules: own, ...string }) => own.map((key, at) => [key, { ...string, at: at + 1 }] as const)),
  );
  const lines = modules.map((key) => {
    const { row, column } = placeOfKey(key);
    const string = wired.get(key);
    return [
      row - origin.row + 1,
      column - origin.column + 1,
      string?.name ?? '',
      string?.at ?? '',
      string?.inverter ?? '',
      string?.electronics ?? '',
    ];
  });
  return `${Papa.unparse({ fields: [...COLUMNS], data: lines }, { newline: '\n', escapeFormulae: true })}\n`;
}

/** Reads a list of modules; each wrong line is told with its number, and nothing is taken of a file with one. */
export function modulesFromCsv(text: string): ReadFile<DrawnModules> {
  const table = readTable(text, {
    needed: [['row'], ['column']],
    most: LARGEST_GRID.places,
    tooMany: `has over ${LARGEST_GRID.places} modules; divide the array`,
  });
  if (!table.ok) return table;
  const problems: FileProblem[] = [];
  const modules = new Set<string>();
  const strings = new Map<string, ReadString>();
  for (const { where, cell } of table.value) {
    const row = counted(cell('row'), LARGEST_GRID.rows);
    const column = counted(cell('column'), LARGEST_GRID.columns);
    if (row === null) problems.push({ where, message: `row must be a whole number from 1 to ${LARGEST_GRID.rows}` });
    if (column === null)
      problems.push({ where, message: `column must be a whole number from 1 to ${LARGEST_GRID.columns}` });
    if (row === null || column === null) continue;
    const key = keyOf({ row: row - 1, column: column - 1 });
    if (modules.has(key)) problems.push({ where, message: `row ${row}, column ${column} is in the file twice` });
    modules.add(key);
    const [name, inverter] = [worded(cell('string')), worded(cell('inverter'))];
    if (name === '') continue;
    const own = strings.get(name) ?? { places: [] };
    const position = cell('position')?.trim() ? counted(cell('position'), 1000) : own.places.length + 1;
    const electronics = ELECTRONICS.find((one) => one === cell('electronics')?.trim().toLowerCase());
    if (name.length > 40) problems.push({ where, message: 'the name of a string has at most 40 letters' });
    else if (inverter.length > 40) problems.push({ where, message: 'the name of an inverter has at most 40 letters' });
    else if (electronics === undefined && cell('electronics')?.trim())
      problems.push({ where, message: `electronics must be ${ELECTRONICS.join(' or ')}, or empty` });
    else if (inverter !== '' && own.inverter !== undefined && own.inverter !== inverter)
      problems.push({ where, message: `${name} ends in ${own.inverter} by a line above, in ${inverter} by this one` });
    else if (position === null) problems.push({ where, message: 'position must be a whole number from 1' });
    else {
      own.places.push({ key, position });
      if (inverter !== '') own.inverter = inverter;
      if (electronics !== undefined) own.electronics = electronics;
      strings.set(name, own);
    }
  }
  if (problems.length === 0 && modules.size === 0) problems.push({ where: 'the file', message: 'names no module' });
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
  return {
    ok: true,
    value: {
      modules: [...modules],
      strings: [...strings].map(([name, { places, ...own }]) => ({
        name,
        modules: places.sort((a, b) => a.position - b.position).map(({ key }) => key),
        ...own,
      })),
    },
  };
}

interface ReadString {
  places: { key: string; position: number }[];
  inverter?: string;
  electronics?: Electronics;
}

/** A name as it was meant: a spreadsheet keeps one that looks like a formula behind an apostrophe. */
const worded = (text: string | undefined): string => (text ?? '').trim().replace(/^'(?=[=+\-@])/, '');

function counted(text: string | undefined, most: number): number | null {
  const value = Number(text?.trim() || Number.NaN);
  return Number.isInteger(value) && value >= 1 && value <= most ? value : null;
}

/** Modules as lines of x, for the clipboard. */
export function modulesToText(keys: Iterable<string>): string {
  const places = [...keys].map(placeOfKey);
  if (places.length === 0) return '';
  const there = new Set(places.map(keyOf));
  const [rows, columns] = [places.map(({ row }) => row), places.map(({ column }) => column)];
  const [top, left] = [Math.min(...rows), Math.min(...columns)];
  const line = (row: number) =>
    Array.from({ length: Math.max(...columns) - left + 1 }, (_, at) =>
      there.has(keyOf({ row, column: left + at })) ? 'x' : '',
    ).join('\t');
  return Array.from({ length: Math.max(...rows) - top + 1 }, (_, at) => line(top + at)).join('\n');
}

/** Places for modules from lines of cells, as a spreadsheet or `modulesToText` gives them; an empty cell, 0, a dot or a dash is a gap. */
export function modulesFromText(text: string): Place[] {
  const lines = text.replace(/\r/g, '').replace(/\n+$/, '').split('\n').slice(0, LARGEST_GRID.rows);
  return lines.flatMap((line, row) => {
    const cells = /[\t;,]/.test(line) ? line.split(/[\t;,]/) : [...line.trimEnd()];
    return cells
      .slice(0, LARGEST_GRID.columns)
      .flatMap((cell, column) => (/^[\s0.\-–]*$/.test(cell) ? [] : [{ row, column }]));
  });
}
