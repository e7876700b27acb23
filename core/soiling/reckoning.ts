import type { Birds, Surroundings } from '../assumptions.ts';
import type { DailyEnergyInput } from '../comparisons/dailyEnergy.ts';
import type { Expectation } from '../comparisons/expected.ts';
import type { PowerReading } from '../comparisons/powerReading.ts';
import type { PatchOfInspection, TestPatch } from '../comparisons/testPatch.ts';
import type { ReadingWarning } from '../comparisons/warnings.ts';
import type { Mark } from '../inspections/marks.ts';
import type { Estimate, Soil } from '../inspections/soil.ts';
import type { Reason } from '../reasons.ts';
import type { Spread } from '../statistics/summary.ts';
import type { Climate, ClimateKey } from '../weather/index.ts';
import type { Evidence } from './evidence.ts';
import type { MarkedLoss, StringLoss, WiredArray } from './markedLoss.ts';
import type { Narrowing } from './narrowing.ts';
import type { WipeTest } from './siteRate.ts';
import type { YearAhead } from './yearAhead.ts';

export interface ReckonInput {
  site: {
    latitude: number;
    longitude: number;
    altitude: number;
    climate: ClimateKey | Climate;
    surroundings: Surroundings;
    /** minor units a megawatt-hour */
    energyBought: number;
    energySold: number;
    ownUse: number;
  };
  array: {
    modules: number;
    moduleWatts: number;
    gammaPdc: number;
    tilt: number;
    azimuth: number;
    inverterLimit: number | null;
    exportLimit: number | null;
    rearFraction: number;
    birds: Birds;
    ageYears: number;
    /** how it is wired; only asked for where there are marks */
    wiring?: WiredArray | undefined;
  };
  inspection: {
    soils: Soil[];
    wipeTest: WipeTest;
    reading: PowerReading | null;
    /** patches where they lie; left out by calculations 1 to 3 */
    marks?: readonly Mark[] | undefined;
    /** strips washed and read against a dirty neighbour; left out by calculations 1 to 4 */
    testPatch?: PatchOfInspection | null | undefined;
  };
  /** daily energy on record, without a cleaning in it; left out by calculations 1 to 4 */
  energy?: DailyEnergyInput | null | undefined;
  /** the last wash and the rain since, null on days that nobody observed; left out by calculations 1 to 4 */
  sinceWash?: { since: string; washDay: number; rain: readonly (number | null)[] } | null | undefined;
  overrides: { lossNow?: number | undefined; dailyRate?: number | undefined; rainThreshold?: number | undefined };
  /** calendar day on which the year begins, 0 to 364 */
  startDay: number;
  years: number;
  seed: number;
}

export interface SeenLoss {
  loss: Estimate;
  /** what the loss rests on */
  from: 'eye' | 'test-patch';
  patch: TestPatch | null;
  /** the wipe test, or what the rinsed strip of a test patch says in its place */
  wipe: WipeTest;
  /** mm of rain in a day that clean here */
  threshold: number;
}

export type ReckoningReasons = Record<
  'lossNow' | 'lostEnergy' | 'lostValue' | 'limitShare' | 'recoverable' | 'cleanEnergy',
  Reason
>;

/** The marks and the wiring go with the result, so that it can be made again. */
export interface MarkedReckoning extends Omit<MarkedLoss, 'strings' | 'inverters'> {
  /** left out in results from before strings were said to end in inverters */
  inverters?: MarkedLoss['inverters'] | undefined;
  strings: Omit<StringLoss, 'input'>[];
  wiring: WiredArray;
  marks: readonly Mark[];
}

export interface ReckoningOutput {
  lossNow: Estimate;
  year: YearAhead;
  /** minor units a year */
  lostValue: Spread;
  /** minor units a kWh */
  valuePerKWh: number;
  /** one reading against expectation, where the inspection has one */
  expectation: Expectation | null;
  /** of the shortfall by that reading; left out by calculation 1 */
  meterReason?: Reason | null;
  warnings: ReadingWarning[];
  /** what the marks cost, string by string, with what it came from; null without marks, left out by calculations 1 to 3 */
  marked?: MarkedReckoning | null;
  /** what the loss rests on, and what a test patch found; left out by calculations 1 to 4 */
  seen?: Pick<SeenLoss, 'from' | 'patch' | 'wipe'>;
  /** every witness of the present loss beside the others, with what they testify from; left out by calculations 1 to 4 */
  evidence?: Evidence & Pick<ReckonInput, 'energy' | 'sinceWash'>;
  /** what would narrow the range of the present loss most, best first; left out by calculations 1 to 4 */
  narrowing?: Narrowing[];
  reasons: ReckoningReasons;
  /** what would stand where something was overruled; the rate as the mean over the year; left out by calculation 1 */
  recommended?: { lossNow: Estimate; dailyRate: number; rainThreshold: number };
}
