import type { FaceDrawing, RoofThing } from '../../contract/sites/drawing.ts';
import { gridAbout, keyOf, type LaidGrid, type Place, placeOf, placeOfKey, placesOf } from '../../core/sites/layout.ts';
import type { Wiring } from './wiring.ts';

/** A string while it is drawn, its modules as keys of their places. */
export type DrawnString = Omit<Wiring[number], 'modules'> & { modules: readonly string[] };

/** A face while it is drawn: modules by their places, so that nothing has to be numbered again at each stroke. */
export interface Drawing {
  /** keys of the places where a module lies */
  modules: ReadonlySet<string>;
  /** strings in order, their modules as keys */
  strings: readonly DrawnString[];
  things: readonly RoofThing[];
  /** metres; null where nobody has measured */
  toRidge: number | null;
  toEave: number | null;
  fitted: FaceDrawing['fitted'];
}

interface Drawn {
  rows: number;
  columns: number;
  missing: number[];
  strings: Wiring;
  drawing: FaceDrawing;
}

export function drawingOf({ rows, columns, missing, strings, drawing }: Drawn): Drawing {
  const grid: LaidGrid = { rows, columns, missing, origin: drawing.origin };
  const key = (index: number) => keyOf(placeOf(grid, index));
  return {
    modules: new Set(placesOf(grid).map(keyOf)),
    strings: strings.map((string) => ({ ...string, modules: string.modules.map(key) })),
    things: drawing.things,
    toRidge: drawing.toRidge,
    toEave: drawing.toEave,
    fitted: drawing.fitted,
  };
}

/** The array of a drawn face; null where no module lies on it. */
export function drawnOf(drawing: Drawing): Drawn | null {
  const grid = gridAbout([...drawing.modules].map(placeOfKey));
  if (grid === null) return null;
  const index = (key: string) => {
    const { row, column } = placeOfKey(key);
    return (row - grid.origin.row) * grid.columns + column - grid.origin.column;
  };
  return {
    rows: grid.rows,
    columns: grid.columns,
    missing: [...grid.missing],
    strings: drawing.strings
      .map((string) => ({ ...string, modules: string.modules.map(index) }))
      .filter(({ modules }) => modules.length > 0),
    drawing: {
      origin: grid.origin,
      toRidge: drawing.toRidge,
      toEave: drawing.toEave,
      things: [...drawing.things],
      fitted: drawing.fitted,
    },
  };
}

/** Lays a module on each of some places. */
export const lay = (drawing: Drawing, places: readonly Place[]): Drawing => ({
  ...drawing,
  modules: new Set([...drawing.modules, ...places.map(keyOf)]),
});

/** Takes the modules off some places, and out of their strings. */
export function takeAway(drawing: Drawing, keys: Iterable<string>): Drawing {
  const gone = new Set(keys);
  return {
    ...drawing,
    modules: new Set([...drawing.modules].filter((key) => !gone.has(key))),
    strings: drawing.strings.map((string) => ({ ...string, modules: string.modules.filter((key) => !gone.has(key)) })),
  };
}

const shift = (key: string, by: Place): string => {
  const { row, column } = placeOfKey(key);
  return keyOf({ row: row + by.row, column: column + by.column });
};

/**
 * Moves modules, with the strings they are in.
 * @returns the drawing and where the modules lie now; null where they would come to lie on others
 */
export function move(
  drawing: Drawing,
  keys: ReadonlySet<string>,
  by: Place,
): { drawing: Drawing; moved: Set<string> } | null {
  const moving = new Set([...keys].filter((key) => drawing.modules.has(key)));
  const moved = new Set([...moving].map((key) => shift(key, by)));
  const rest = [...drawing.modules].filter((key) => !moving.has(key));
  if (rest.some((key) => moved.has(key))) return null;
  return {
    moved,
    drawing: {
      ...drawing,
      modules: new Set([...rest, ...moved]),
      strings: drawing.strings.map((string) => ({
        ...string,
        modules: string.modules.map((key) => (moving.has(key) ? shift(key, by) : key)),
      })),
    },
  };
}

/** All places of the frame between two, both included. */
export function placesBetween(a: Place, b: Place): Place[] {
  const [top, bottom] = [Math.min(a.row, b.row), Math.max(a.row, b.row)];
  const [left, right] = [Math.min(a.column, b.column), Math.max(a.column, b.column)];
  const places: Place[] = [];
  for (let row = top; row <= bottom; row += 1)
    for (let column = left; column <= right; column += 1) places.push({ row, column });
  return places;
}

/** The undo of a drawing: what was before, and what was undone. */
export interface History {
  past: readonly Drawing[];
  now: Drawing;
  future: readonly Drawing[];
}

const MOST_STEPS = 100;

export const begin = (now: Drawing): History => ({ past: [], now, future: [] });
export const step = ({ past, now }: History, next: Drawing): History =>
  next === now ? { past, now, future: [] } : { past: [...past, now].slice(-MOST_STEPS), now: next, future: [] };
export function undo(history: History): History {
  const last = history.past.at(-1);
  if (last === undefined) return history;
  return { past: history.past.slice(0, -1), now: last, future: [history.now, ...history.future] };
}
export function redo(history: History): History {
  const [next, ...future] = history.future;
  return next === undefined ? history : { past: [...history.past, history.now], now: next, future };
}
