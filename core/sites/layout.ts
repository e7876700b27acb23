import { type Bare, bare, type Finding } from '../findings.ts';

/**
 * How modules lie on a roof face: places of an endless drawing of rows (down the slope) and columns (along the eave), and
 * the grid that just holds them. A module keeps its place on the drawing when the grid about it grows or shrinks; only
 * its index changes.
 */

/** A place of the drawing; row 0 and column 0 stand where the drawing was begun, and may be negative. */
export interface Place {
  row: number;
  column: number;
}

/** The least grid about some modules. */
export interface Grid {
  rows: number;
  columns: number;
  /** indices of the grid, row by row from the top left, where no module lies */
  missing: readonly number[];
}

/** A grid and where its top left place lies on the drawing. */
export interface LaidGrid extends Grid {
  origin: Place;
}

/** Modules of an array: the grid without its holes. */
export const moduleCount = (array: Grid): number => array.rows * array.columns - array.missing.length;

/** Most rows, columns and places of one array. */
export const LARGEST_GRID = { rows: 200, columns: 400, places: 20_000, missing: 2_000 } as const;

export const keyOf = ({ row, column }: Place): string => `${row},${column}`;

export function placeOfKey(key: string): Place {
  const [row, column] = key.split(',').map(Number);
  return { row: row ?? 0, column: column ?? 0 };
}

/** The place of a module on the drawing. */
export const placeOf = ({ columns, origin }: Pick<LaidGrid, 'columns' | 'origin'>, index: number): Place => ({
  row: origin.row + Math.floor(index / columns),
  column: origin.column + (index % columns),
});

/** The index of a place in a grid; null outside of it. */
export function indexOf({ rows, columns, origin }: Omit<LaidGrid, 'missing'>, { row, column }: Place): number | null {
  const [down, across] = [row - origin.row, column - origin.column];
  return down < 0 || across < 0 || down >= rows || across >= columns ? null : down * columns + across;
}

/** The places of all modules of a grid, row by row. */
export function placesOf(grid: LaidGrid): Place[] {
  const holes = new Set(grid.missing);
  const places: Place[] = [];
  for (let index = 0; index < grid.rows * grid.columns; index += 1)
    if (!holes.has(index)) places.push(placeOf(grid, index));
  return places;
}

/** The least grid that holds some modules; null where there is none. */
export function gridAbout(places: Iterable<Place>): LaidGrid | null {
  const own = [...places];
  if (own.length === 0) return null;
  let [top, left, bottom, right] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { row, column } of own) {
    top = Math.min(top, row);
    bottom = Math.max(bottom, row);
    left = Math.min(left, column);
    right = Math.max(right, column);
  }
  const [rows, columns] = [bottom - top + 1, right - left + 1];
  const there = new Set(own.map(({ row, column }) => (row - top) * columns + column - left));
  // A grid far past every limit is refused by its size; its holes need not be listed for that.
  const missing: number[] = [];
  if (rows * columns <= LARGEST_GRID.places * 4)
    for (let index = 0; index < rows * columns; index += 1) if (!there.has(index)) missing.push(index);
  return { rows, columns, missing, origin: { row: top, column: left } };
}

/** Why a grid is too large for one array. */
export type TooLarge =
  | Finding<'too-many-rows', { rows: number; most: number }>
  | Finding<'too-many-columns', { columns: number; most: number }>
  | Bare<'too-far-spread'>;

/** Why a grid is too large for one array; null where it is not. */
export function tooLarge({ rows, columns, missing }: Grid): TooLarge | null {
  if (rows > LARGEST_GRID.rows) return { code: 'too-many-rows', params: { rows, most: LARGEST_GRID.rows } };
  if (columns > LARGEST_GRID.columns)
    return { code: 'too-many-columns', params: { columns, most: LARGEST_GRID.columns } };
  if (rows * columns > LARGEST_GRID.places || missing.length > LARGEST_GRID.missing) return bare('too-far-spread');
  return null;
}

/**
 * Where modules of an earlier grid stand in the present one.
 * @returns for an earlier index the present one; null where no module lies there any more
 */
export function movedIndex(
  before: Pick<LaidGrid, 'columns' | 'origin'>,
  now: LaidGrid,
): (index: number) => number | null {
  const holes = new Set(now.missing);
  return (index) => {
    const found = indexOf(now, placeOf(before, index));
    return found === null || holes.has(found) ? null : found;
  };
}

/** What is drawn on or before a face beside its modules. */
export const THING_KINDS = ['obstacle', 'walkway', 'stand', 'water', 'spray-line'] as const;
export type ThingKind = (typeof THING_KINDS)[number];

/** Modules in series, at most. */
export const LONGEST_STRING = 60;

/** How the modules of an array lie: what makes an index of its grid a place on the roof. */
export type LaidOut = Pick<LaidGrid, 'rows' | 'columns' | 'origin'>;

/** How the modules of an array lie now. */
export const layoutOf = ({
  rows,
  columns,
  drawing,
}: {
  rows: number;
  columns: number;
  drawing: { origin: Place };
}): LaidOut => ({ rows, columns, origin: drawing.origin });
