import { MARK_COVER, PATCH_LIGHT } from '../assumptions.ts';
import { cellAt, gridOf } from '../modules/cellLayout.ts';
import type { CellPatch, DiodeModule } from '../modules/string.ts';
import { type Bond, type Grade, isFilm, PATCH_KINDS, type Soil, type SoilOnModules, type Where } from './soil.ts';

/** What can be marked where it lies: patches, and what settles thicker in places. */
export const MARK_KINDS = [...PATCH_KINDS, 'scale', 'soot', 'pollen', 'puddling'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
export const MARK_PATTERNS = ['all-over', 'lower-edge', 'frame-side', 'spots', 'cells'] as const;
export type MarkPattern = (typeof MARK_PATTERNS)[number];
export const SEVERITIES = ['light', 'plain', 'heavy'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** What lies on some modules of a face, each the same way. */
export interface Mark {
  kind: MarkKind;
  pattern: MarkPattern;
  severity: Severity;
  /** indices of the grid, row by row from the top left */
  modules: readonly number[];
  /** with the pattern `cells`: which of each module's cells, row by row from its top left as it lies */
  cells?: readonly number[] | undefined;
  /** how it comes off; left out where nobody tried, and then as its kind usually does */
  bond?: Bond | undefined;
}

export const ORIENTATIONS = ['portrait', 'landscape'] as const;
export type Orientation = (typeof ORIENTATIONS)[number];

/** Whole cells, or cells that were cut in two. */
export const CELL_CUTS = ['whole', 'half'] as const;
export type CellCut = (typeof CELL_CUTS)[number];
type Cells = Pick<DiodeModule, 'cells' | 'substrings' | 'halfCut'>;

/** A cell as one sees it on the roof: from the top left of the module as it lies. */
interface Seen {
  row: number;
  column: number;
}

/** Rows and columns of cells as they lie. A landscape module is a portrait one turned a quarter to the left. */
function lyingGrid(module: Cells, orientation: Orientation) {
  const { rows, columns } = gridOf(module);
  return orientation === 'portrait' ? { rows, columns } : { rows: columns, columns: rows };
}

/** Rows and columns of cells of the module that stands for all, as it lies. */
export const cellsAsTheyLie = (cells: CellCut, orientation: Orientation) =>
  lyingGrid(
    cells === 'half' ? { cells: 120, substrings: 3, halfCut: true } : { cells: 60, substrings: 3 },
    orientation,
  );

/** The electrical index of a cell that is seen at a place of the lying module. */
function cellSeenAt(module: Cells, orientation: Orientation, { row, column }: Seen): number {
  if (orientation === 'portrait') return cellAt(module, row, column);
  const { columns } = gridOf(module);
  return cellAt(module, column, columns - 1 - row);
}

/** The cells that a pattern touches on one module. Spots lie where the module's number puts them, the same each time. */
function touched(
  pattern: MarkPattern,
  severity: Severity,
  grid: { rows: number; columns: number },
  index: number,
  cells: readonly number[] = [],
): Seen[] {
  const all = Array.from({ length: grid.rows * grid.columns }, (_, at) => ({
    row: Math.floor(at / grid.columns),
    column: at % grid.columns,
  }));
  if (pattern === 'all-over') return all;
  if (pattern === 'cells') return cells.flatMap((cell) => all[cell] ?? []);
  if (pattern === 'lower-edge') return all.filter(({ row }) => row === grid.rows - 1);
  if (pattern === 'frame-side') return all.filter(({ column }) => column === 0 || column === grid.columns - 1);
  const count = Math.min(all.length, MARK_COVER.spots[severity]);
  // A step that shares no factor with the number of cells visits each of them once.
  const step = stepFor(all.length);
  return Array.from({ length: count }, (_, spot) => all[((index + 1) * 37 + spot * step) % all.length] as Seen);
}

function stepFor(count: number): number {
  const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));
  let step = Math.max(1, Math.round(count * 0.38));
  while (common(count, step) !== 1) step += 1;
  return step;
}

/** Share of a touched cell that is covered. */
const coverOf = ({ pattern, severity }: Mark): number =>
  pattern === 'spots' ? MARK_COVER.spot : MARK_COVER[pattern][severity];

/**
 * The marks of a face as patches on the cells of the modules of one string (C7).
 * @param modules the string's modules in order, as indices of the grid: patch.module counts along them
 * @param factor by which the eye may be out: covers are multiplied by it and held to the whole cell
 * @returns one patch for each touched cell, the marks of a cell multiplied by the model
 */
export function patchesOfMarks(
  marks: readonly Mark[],
  modules: readonly number[],
  module: Cells,
  orientation: Orientation,
  factor = 1,
): CellPatch[] {
  const place = new Map(modules.map((index, at) => [index, at]));
  const grid = lyingGrid(module, orientation);
  return marks.flatMap((mark) => {
    const cover = Math.min(1, coverOf(mark) * factor);
    const transmittance = 1 - cover * (1 - PATCH_LIGHT[mark.kind]);
    return mark.modules.flatMap((index) => {
      const at = place.get(index);
      if (at === undefined) return [];
      return touched(mark.pattern, mark.severity, grid, index, mark.cells).map((seen) => ({
        module: at,
        cell: cellSeenAt(module, orientation, seen),
        transmittance,
      }));
    });
  });
}

/** The cells of one module along its lower frame as it lies, by their electrical index. */
export function lowerEdgeCells(module: Cells, orientation: Orientation): number[] {
  const grid = lyingGrid(module, orientation);
  return touched('lower-edge', 'plain', grid, 0).map((seen) => cellSeenAt(module, orientation, seen));
}

/** Cells of one upright module, and the share of them along its lower frame and along both of its sides. */
const CELLS = 60;
const EDGE = 0.1;
const SIDES = 1 / 3;

/** Share of a module's glass that one mark covers, by its card. */
export function coverOfMark({ pattern, severity, cells = [] }: Pick<Mark, 'pattern' | 'severity' | 'cells'>): number {
  if (pattern === 'spots') return (MARK_COVER.spots[severity] * MARK_COVER.spot) / CELLS;
  if (pattern === 'cells') return Math.min(1, (cells.length * MARK_COVER.cells[severity]) / CELLS);
  const share = pattern === 'all-over' ? 1 : pattern === 'lower-edge' ? EDGE : SIDES;
  return MARK_COVER[pattern][severity] * share;
}

/** How each kind usually comes off. */
const USUAL_BOND: Record<MarkKind, Bond> = {
  droppings: 'soak',
  lichen: 'blade',
  algae: 'soak',
  moss: 'soak',
  sap: 'soak',
  scale: 'soak',
  soot: 'wet',
  pollen: 'wet',
  puddling: 'wet',
};
const WHERE: Record<MarkPattern, Soil['where']> = {
  'all-over': 'whole-face',
  'lower-edge': 'lower-edge',
  'frame-side': 'frame-sides',
  spots: 'spots',
  cells: 'spots',
};

/** The marks of a face as lines of soil, for choosing how to wash. @param modules on the face */
export function soilsOfMarks(marks: readonly Mark[], modules: number): SoilOnModules[] {
  return marks.map((mark) => {
    const kind = mark.kind === 'puddling' ? 'dust' : mark.kind;
    return {
      kind,
      where: WHERE[mark.pattern],
      grade: isFilm(kind) ? 'thick' : 'plain',
      share: Math.min(1, (coverOfMark(mark) * mark.modules.length) / Math.max(1, modules)),
      bond: mark.bond ?? USUAL_BOND[mark.kind],
      modules: mark.modules.length,
    };
  });
}

const PATTERN: Record<Where, MarkPattern> = {
  'whole-face': 'all-over',
  'lower-edge': 'lower-edge',
  'frame-sides': 'frame-side',
  spots: 'spots',
};
const SEVERITY: Record<Grade, Severity> = { faint: 'light', plain: 'plain', thick: 'heavy' };

/**
 * On how many modules of a face a soil lies: those marked, or else by how much of one such a patch usually covers (C16).
 * A film lies on as many of them as it covers of the glass.
 */
export function modulesUnder({ kind, where, grade, share, modules: marked }: SoilOnModules, modules: number): number {
  if (marked !== undefined) return Math.min(marked, modules);
  if (share <= 0) return 0;
  const each = isFilm(kind) ? 1 : coverOfMark({ pattern: PATTERN[where], severity: SEVERITY[grade] });
  return Math.min(modules, Math.max(1, Math.ceil((share * modules) / each)));
}
