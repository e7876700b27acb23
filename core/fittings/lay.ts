import { CLIPS_A_MODULE, FITTING_MINUTES, MODULE_SIZE, ROWS_TO_A_CONTROL } from '../assumptions.ts';
import { coverOfMark, type Mark, type Orientation } from '../inspections/marks.ts';
import { type LaidGrid, placeOf, placesOf } from '../sites/layout.ts';
import { mean } from '../statistics/summary.ts';
import { type FittedKind, type FittingUnit, UNIT_OF_FITTING, type WaterStands } from './kinds.ts';

/** A face on whose rows something is fitted. */
export interface FittedFace extends LaidGrid {
  orientation: Orientation;
}

/** A row of the drawing: its modules, and how much of their glass was marked at the last look, a share. */
export interface RowOfFace {
  row: number;
  modules: number;
  cover: number;
}

/** The rows of a face, the upper first. @param marks of the last look */
export function rowsOfFace(face: FittedFace, marks: readonly Mark[]): RowOfFace[] {
  const rows = new Map<number, { modules: number; cover: number }>();
  for (const { row } of placesOf(face)) {
    const { modules, cover } = rows.get(row) ?? { modules: 0, cover: 0 };
    rows.set(row, { modules: modules + 1, cover });
  }
  for (const mark of marks)
    for (const module of mark.modules) {
      const row = rows.get(placeOf(face, module).row);
      if (row) row.cover += coverOfMark(mark);
    }
  return [...rows]
    .map(([row, { modules, cover }]) => ({ row, modules, cover: cover / modules }))
    .sort((one, other) => one.row - other.row);
}

/** Where water is taken to stand until somebody has looked: a long lower frame sags in the middle, a short one is stiff. */
export const usualStands = (orientation: Orientation): WaterStands =>
  orientation === 'landscape' ? 'middle' : 'along';

/** Water from a gutter runs past every row below it. */
export const ofTheWholeFace = (kind: FittedKind): boolean => kind === 'gutter';

/**
 * The rows that are best left without, one of ten: as dirty as the face is on the whole, so that what grows there is what
 * would have grown on the others. None where there is but one row, and under a gutter, which works on all.
 */
export function controlRows(kind: FittedKind, rows: readonly RowOfFace[]): number[] {
  if (rows.length < 2 || ofTheWholeFace(kind)) return [];
  const usual = mean(rows.map(({ cover }) => cover));
  const middle = (rows.length - 1) / 2;
  const unlike = ({ cover }: RowOfFace) => Math.abs(cover - usual);
  return rows
    .map((row, at) => ({ row, at }))
    .sort((a, b) => unlike(a.row) - unlike(b.row) || Math.abs(a.at - middle) - Math.abs(b.at - middle) || a.at - b.at)
    .slice(0, Math.max(1, Math.round(rows.length / ROWS_TO_A_CONTROL)))
    .map(({ row }) => row.row)
    .sort((a, b) => a - b);
}

/** What a fitting on some rows takes. */
export interface LaidFitting {
  /** rows that get it, and those that are left without; rows that had it before are neither */
  rows: number[];
  control: number[];
  /** modules of its rows, and the shares of the face that get it and that had it before */
  modules: number;
  share: number;
  already: number;
  /** pieces, metres or square metres, and minutes to fit them */
  quantity: number;
  unit: FittingUnit;
  minutes: number;
}

/** How much of a fitting goes on rows of a face. */
function quantityOn(kind: FittedKind, face: FittedFace, rows: readonly RowOfFace[], stands: WaterStands): number {
  const modules = rows.reduce((sum, row) => sum + row.modules, 0);
  const wide = face.orientation === 'portrait' ? MODULE_SIZE.short : MODULE_SIZE.long;
  switch (kind) {
    case 'drain-clip':
      return modules * CLIPS_A_MODULE[stands];
    case 'deterrent':
      return Math.ceil(modules * wide);
    case 'coating':
      return Math.ceil(modules * MODULE_SIZE.long * MODULE_SIZE.short);
    case 'gutter':
      return rows.length === 0 ? 0 : Math.ceil(Math.max(...rows.map((row) => row.modules)) * wide);
  }
}

/**
 * A fitting laid over rows of a face: clips by where the water stands, a deterrent along the upper edge of each row, a
 * coating by area, a gutter once above all of them.
 * @param wanted rows of the drawing that get it @param had rows that have one of the kind already
 */
export function layFitting(
  kind: FittedKind,
  face: FittedFace,
  all: readonly RowOfFace[],
  wanted: readonly number[],
  stands: WaterStands,
  had: readonly number[] = [],
): LaidFitting {
  const own = all.filter(({ row }) => wanted.includes(row) && !had.includes(row));
  const count = (rows: readonly RowOfFace[]) => rows.reduce((sum, { modules }) => sum + modules, 0);
  const whole = Math.max(1, count(all));
  const quantity = quantityOn(kind, face, own, stands);
  return {
    rows: own.map(({ row }) => row),
    control: all.filter(({ row }) => !wanted.includes(row) && !had.includes(row)).map(({ row }) => row),
    modules: count(own),
    share: count(own) / whole,
    already: count(all.filter(({ row }) => had.includes(row))) / whole,
    quantity,
    unit: UNIT_OF_FITTING[kind],
    minutes: quantity * FITTING_MINUTES[kind],
  };
}
