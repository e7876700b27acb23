import type { RoofThing } from '../../contract/sites/drawing.ts';
import { keyOf, LONGEST_STRING, type Place, type ThingKind } from '../../core/sites/layout.ts';
import type { Electronics } from '../../core/soiling/markedLoss.ts';
import { isPoint } from '../parts/RoofThings.tsx';
import { begin, type Drawing, type History, lay, move, placesBetween, redo, step, takeAway, undo } from './drawing.ts';
import { freeName } from './wiring.ts';

/** What a stroke over the drawing does. */
export type Tool = 'lay' | 'take' | 'select' | ThingKind;

/** A face on the drawing desk: the drawing with its undo, what is chosen, and where the keys stand. */
export interface Desk {
  history: History;
  tool: Tool;
  selected: ReadonlySet<string>;
  cursor: Place;
  /** from where Shift extends the choice */
  anchor: Place | null;
  /** the thing that is chosen, by its number */
  thing: number | null;
  /** what just happened or could not, in words */
  said: string;
}

export type Stroke =
  | { do: 'take-tool'; tool: Tool }
  /** a frame drawn from one place to another, or a press on one */
  | { do: 'frame'; from: Place; to: Place }
  | { do: 'go'; by: Place; extend: boolean }
  | { do: 'press' }
  | { do: 'shift'; by: Place }
  | { do: 'take-away' }
  | { do: 'select-all' }
  | { do: 'let-go' }
  | { do: 'paste'; places: readonly Place[] }
  | { do: 'block'; rows: number; columns: number }
  | { do: 'wire' }
  /** the inverter, or the electronics, of every string that a chosen module is in */
  | { do: 'equip'; inverter: string | undefined }
  | { do: 'equip'; electronics: Electronics }
  | { do: 'choose-string'; at: number }
  | { do: 'measure'; what: 'toRidge' | 'toEave'; value: number | null }
  | { do: 'put-thing'; thing: RoofThing }
  | { do: 'change-thing'; at: number; change: Partial<RoofThing> }
  | { do: 'remove-thing'; at: number }
  | { do: 'choose-thing'; at: number | null }
  | { do: 'fit'; fitted: Drawing['fitted'] }
  | { do: 'open'; drawing: Drawing }
  | { do: 'undo' }
  | { do: 'redo' };

export const openDesk = (drawing: Drawing): Desk => ({
  history: begin(drawing),
  tool: 'lay',
  selected: new Set(),
  cursor: { row: 0, column: 0 },
  anchor: null,
  thing: null,
  said: '',
});

const many = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`;

/** The desk after one stroke. */
export function stroke(desk: Desk, made: Stroke): Desk {
  const { now } = desk.history;
  const put = (drawing: Drawing, said: string, rest: Partial<Desk> = {}): Desk => ({
    ...desk,
    history: step(desk.history, drawing),
    said,
    ...rest,
  });
  switch (made.do) {
    case 'take-tool':
      return { ...desk, tool: made.tool, said: '' };
    case 'frame':
      return frame({ ...desk, cursor: made.to, anchor: null }, made.from, made.to);
    case 'go': {
      const cursor = { row: desk.cursor.row + made.by.row, column: desk.cursor.column + made.by.column };
      if (!made.extend) return { ...desk, cursor, anchor: null, said: '' };
      const anchor = desk.anchor ?? desk.cursor;
      const selected = modulesIn(now, placesBetween(anchor, cursor));
      return { ...desk, cursor, anchor, selected, said: `${many(selected.size, 'module')} chosen` };
    }
    case 'press':
      return frame(desk, desk.cursor, desk.cursor);
    case 'shift': {
      const moved = move(now, desk.selected, made.by);
      if (desk.selected.size === 0) return { ...desk, said: 'Choose modules first.' };
      if (moved === null) return { ...desk, said: 'Other modules lie there already. Nothing was moved.' };
      return put(moved.drawing, `${many(moved.moved.size, 'module')} moved`, { selected: moved.moved });
    }
    case 'take-away':
      if (desk.selected.size === 0) return { ...desk, said: 'Choose modules first.' };
      return put(takeAway(now, desk.selected), `${many(desk.selected.size, 'module')} taken away`, {
        selected: new Set(),
      });
    case 'select-all':
      return { ...desk, selected: now.modules, said: `${many(now.modules.size, 'module')} chosen` };
    case 'let-go':
      return { ...desk, selected: new Set(), anchor: null, thing: null, said: '' };
    case 'paste':
      return putDown(desk, made.places);
    case 'block':
      return putDown(desk, placesBetween({ row: 0, column: 0 }, { row: made.rows - 1, column: made.columns - 1 }));
    case 'wire': {
      const own = [...desk.selected].filter((key) => now.modules.has(key));
      if (own.length === 0) return { ...desk, said: 'Choose the modules of the string first.' };
      if (own.length > LONGEST_STRING)
        return { ...desk, said: `A string has at most ${LONGEST_STRING} modules; ${own.length} are chosen.` };
      const rest = takeOut(now, desk.selected);
      const name = freeName(rest.strings);
      return put(
        { ...rest, strings: [...rest.strings, { name, modules: own }] },
        `${name}: ${many(own.length, 'module')}`,
      );
    }
    case 'equip': {
      const { do: _, ...own } = made;
      const chosen = now.strings.filter(({ modules }) => modules.some((key) => desk.selected.has(key)));
      if (chosen.length === 0) return { ...desk, said: 'Choose modules that are in a string first.' };
      const strings = now.strings.map((string) => (chosen.includes(string) ? { ...string, ...own } : string));
      return put({ ...now, strings }, `${many(chosen.length, 'string')} changed`);
    }
    case 'choose-string': {
      const string = now.strings[made.at];
      return { ...desk, selected: new Set(string?.modules), said: string?.name ?? '' };
    }
    case 'measure':
      return put({ ...now, [made.what]: made.value }, '');
    case 'put-thing':
      return put({ ...now, things: [...now.things, made.thing] }, '', { thing: now.things.length });
    case 'change-thing':
      return put(
        { ...now, things: now.things.map((thing, at) => (at === made.at ? { ...thing, ...made.change } : thing)) },
        '',
        { thing: made.at },
      );
    case 'remove-thing':
      return put({ ...now, things: now.things.filter((_, at) => at !== made.at) }, 'Taken out', { thing: null });
    case 'choose-thing':
      return { ...desk, thing: made.at };
    case 'fit':
      return put({ ...now, fitted: made.fitted }, '');
    case 'open':
      return put(made.drawing, `${many(made.drawing.modules.size, 'module')} read`, {
        selected: new Set(),
        thing: null,
      });
    case 'undo':
      return { ...desk, history: undo(desk.history), selected: new Set(), thing: null, said: 'Undone' };
    case 'redo':
      return { ...desk, history: redo(desk.history), selected: new Set(), thing: null, said: 'Done again' };
  }
}

const modulesIn = (drawing: Drawing, places: readonly Place[]): Set<string> =>
  new Set(places.map(keyOf).filter((key) => drawing.modules.has(key)));

/** Takes modules out of their strings and leaves them where they lie. */
const takeOut = (drawing: Drawing, keys: ReadonlySet<string>): Drawing => ({
  ...drawing,
  strings: drawing.strings
    .map((string) => ({ ...string, modules: string.modules.filter((key) => !keys.has(key)) }))
    .filter(({ modules }) => modules.length > 0),
});

/** What the tool does over a frame; a press on one place turns it over. */
function frame(desk: Desk, from: Place, to: Place): Desk {
  const { now } = desk.history;
  const places = placesBetween(from, to);
  const there = modulesIn(now, places);
  const one = places.length === 1;
  const draw = (drawing: Drawing, said: string): Desk => ({ ...desk, history: step(desk.history, drawing), said });
  if (isThing(desk.tool)) return { ...desk, said: '' };
  if (desk.tool === 'select') {
    const key = keyOf(to);
    if (!one) return { ...desk, selected: there, said: `${many(there.size, 'module')} chosen` };
    const selected = new Set(desk.selected);
    if (!there.has(key)) return { ...desk, selected: new Set(), said: '' };
    if (!selected.delete(key)) selected.add(key);
    return { ...desk, selected, said: `${many(selected.size, 'module')} chosen` };
  }
  if (desk.tool === 'take' || (one && there.size === 1))
    return draw(
      takeAway(now, there),
      there.size === 0 ? 'No module lies there.' : `${many(there.size, 'module')} taken away`,
    );
  return draw(lay(now, places), `${many(places.length - there.size, 'module')} laid`);
}

/** Lays modules from the cursor on; refused where one lies already. */
function putDown(desk: Desk, places: readonly Place[]): Desk {
  const { now } = desk.history;
  if (places.length === 0)
    return { ...desk, said: 'There are no modules to paste. Copy some, or rows of x from a table.' };
  const down = places.map(({ row, column }) => ({ row: row + desk.cursor.row, column: column + desk.cursor.column }));
  if (modulesIn(now, down).size > 0)
    return { ...desk, said: 'Other modules lie there already. Nothing was laid; go to a free place first.' };
  return {
    ...desk,
    history: step(desk.history, lay(now, down)),
    selected: new Set(down.map(keyOf)),
    said: `${many(down.length, 'module')} laid`,
  };
}

export const isThing = (tool: Tool): tool is ThingKind => tool !== 'lay' && tool !== 'take' && tool !== 'select';

/** A thing from one corner to another in metres, to the tenth; a press makes one of the usual size. */
export function thingBetween(kind: ThingKind, a: { x: number; y: number }, b: { x: number; y: number }): RoofThing {
  const tenth = (value: number) => Math.round(value * 10) / 10;
  const [x, y] = [tenth(Math.min(a.x, b.x)), tenth(Math.min(a.y, b.y))];
  if (isPoint(kind)) return { kind, x: tenth(b.x), y: tenth(b.y), width: 0, height: 0, label: '' };
  const size = (from: number, to: number) => Math.max(0.3, tenth(Math.abs(to - from)));
  const pressed = Math.abs(a.x - b.x) < 0.15 && Math.abs(a.y - b.y) < 0.15;
  return { kind, x, y, width: pressed ? 1 : size(a.x, b.x), height: pressed ? 1 : size(a.y, b.y), label: '' };
}
