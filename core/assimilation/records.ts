import type { Birds, CleaningMethod, Surroundings } from '../assumptions.ts';
import type { ClearDay } from '../comparisons/dailyEnergy.ts';
import type { TestPatch } from '../comparisons/testPatch.ts';
import type { Soil, WipeTest } from '../inspections/soil.ts';
import type { Climate, ClimateKey } from '../weather/index.ts';
import type { HouseFigures } from './house.ts';

/** Dates are `YYYY-MM-DD` by the site's own calendar. */

/** A look at an array: what the eye found, and what was read and tried on that day. */
export interface LookOnRecord {
  id: string;
  /** whose eye it was: the id of a person; null where it was a caller's, on the telephone */
  by: string | null;
  date: string;
  /** whether a wash of the same day was done by then; left out: it was not */
  afterWash?: boolean | undefined;
  soils: readonly Soil[];
  /** what was marked on its modules; null where nothing was */
  marked: MarkedOnRecord | null;
  wipeTest: WipeTest;
  /** one reading against expectation, age taken out: the share that is missing */
  reading: { shortfall: number; spoilt: boolean } | null;
  patch: { found: TestPatch; representative: boolean } | null;
}

/** What marks cover, and what they cost their strings (C7). */
export interface MarkedOnRecord {
  /** share of the glass under droppings, and their loss in power */
  droppings: { cover: number; loss: number };
  /** loss in power to all else that is marked */
  standing: number;
}

/** A wash: what was done to which share of the modules. */
export interface WashOnRecord {
  date: string;
  /** the job, where it was one of ours */
  jobId: string | null;
  parts: readonly { way: CleaningMethod; share: number }[];
  /** what a cloth showed after it; left out where none was tried */
  cloth?: Exclude<WipeTest, 'not-done'> | undefined;
}

/** A pair of readings about a wash: the array after it against before, at the same sun and temperature. */
export interface PairOnRecord {
  jobId: string;
  date: string;
  ratio: number;
  /** relative standard uncertainty of the ratio */
  sigma: number;
}

/** All that is on record of an array and bears on its loss. */
export interface ArrayRecords {
  place: {
    /** degrees */
    latitude: number;
    climate: ClimateKey | Climate;
    surroundings: Surroundings;
    birds: Birds;
    /** degrees */
    surfaceTilt: number;
    /** null where nobody has said */
    installedOn: string | null;
  };
  /** the day for which the loss is asked, which is the last of the history */
  until: string;
  /** mm by date; days that nobody observed are not in it */
  rain: Readonly<Record<string, number>>;
  looks: readonly LookOnRecord[];
  washes: readonly WashOnRecord[];
  pairs: readonly PairOnRecord[];
  /** clear days of daily energy */
  energy: readonly ClearDay[];
  /** keys of evidence that is not to be heard */
  leftOut: readonly string[];
  house: HouseFigures;
  seed: number;
}
