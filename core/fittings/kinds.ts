/** What can be fitted on rows of modules against a cause. */
export const FITTED_KINDS = ['drain-clip', 'deterrent', 'coating', 'gutter'] as const;
export type FittedKind = (typeof FITTED_KINDS)[number];

/** What of each is bought and counted. */
export const FITTING_UNITS = ['piece', 'metre', 'square-metre'] as const;
export type FittingUnit = (typeof FITTING_UNITS)[number];
export const UNIT_OF_FITTING: Record<FittedKind, FittingUnit> = {
  'drain-clip': 'piece',
  deterrent: 'metre',
  coating: 'square-metre',
  gutter: 'metre',
};

/** Where water is left standing at the lower frame of a module: along all of it, in the middle where a long frame sags, or in one corner. */
export const WATER_STANDS = ['along', 'middle', 'corner'] as const;
export type WaterStands = (typeof WATER_STANDS)[number];

/** A fitting on rows of the drawing. */
export interface FittedRows {
  kind: FittedKind;
  rows: readonly number[];
  /** `YYYY-MM-DD` */
  since: string;
}

/** A fitting with the modules that have it; all others of the array are its control. */
export interface FittedOn {
  kind: FittedKind;
  /** `YYYY-MM-DD` */
  since: string;
  modules: readonly number[];
  /** modules on which a later look found it loose or gone, and when; default none */
  lost?: readonly { date: string; modules: readonly number[] }[];
}

/** How a look finds a fitting. */
export const FITTED_FOUND = ['in-place', 'loose', 'gone', 'not-seen'] as const;
export type FittedFound = (typeof FITTED_FOUND)[number];

/** What a look found of one fitting, which is told from others by its kind and the day it was fitted. */
export interface FittingLookedAt {
  kind: FittedKind;
  since: string;
  found: FittedFound;
  /** rows of the drawing on which it is loose or gone */
  rows: readonly number[];
}

/** Years over which something is reckoned: those looked ahead, or its life where that is shorter. @param life null where it lasts */
export const yearsHeld = (life: number | null, horizon: number): number => Math.min(life ?? horizon, horizon);
