import type { HouseFigures } from '../assimilation/house.ts';
import type { Known } from '../assimilation/known.ts';
import type { RecordedLook } from '../assimilation/looks.ts';
import type { PairOnRecord, WashOnRecord } from '../assimilation/records.ts';
import type { Birds, CleaningMethod, LichenClimate, Puddles, Surroundings } from '../assumptions.ts';
import type { DailyEnergyInput } from '../comparisons/dailyEnergy.ts';
import type { Expectation } from '../comparisons/expected.ts';
import type { ReadingWarning } from '../comparisons/warnings.ts';
import type { CourseSetup } from '../courses/setup.ts';
import type { YearAhead } from '../courses/yearAhead.ts';
import type { FittedOn } from '../fittings/kinds.ts';
import type { Mark } from '../inspections/marks.ts';
import type { Estimate } from '../inspections/soil.ts';
import type { Reason } from '../reasons.ts';
import type { MarkedLoss, StringLoss, WiredArray } from '../soiling/markedLoss.ts';
import type { Quantiles } from '../statistics/summary.ts';
import type { Climate, ClimateKey } from '../weather/index.ts';
import type { Expected, Learned } from './learned.ts';
import type { WorthMeasuring } from './worthMeasuring.ts';

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
    installedOn: string | null;
    wiring: WiredArray;
    /** what was fitted against a cause, and on which modules */
    fitted: readonly FittedOn[];
  };
  /** all that is on record: looks with what was found, washes, pairs, daily energy, rain in mm by date */
  looks: readonly RecordedLook[];
  washes: readonly WashOnRecord[];
  pairs: readonly PairOnRecord[];
  energy: DailyEnergyInput | null;
  rain: Readonly<Record<string, number>>;
  /** keys of evidence that somebody left out */
  leftOut: readonly string[];
  /** set by hand: the loss now; how many times what the house assumes settles */
  overrides: { lossNow?: number | undefined; dust?: number | undefined };
  /** what somebody set for the years ahead; what is left out is as found */
  outlook: {
    bondingPerDew?: number | undefined;
    puddles?: Puddles | undefined;
    lichen?: LichenClimate | undefined;
    worksUntil?: string | undefined;
  };
  /** what was reckoned before the last pair of readings; null where nobody had */
  expected: Expected | null;
  /** what one visit costs here, minor units, the ways in which the glass is cleaned for it, and what a minute of measuring costs */
  visitPrice: number;
  visitWays: readonly CleaningMethod[];
  minutePrice: number;
  /** the house's figures, or the contractor's own (C18) */
  house: HouseFigures;
  /** the day of the reckoning by the site's calendar, `YYYY-MM-DD` */
  today: string;
  seed: number;
}

export type ReckoningReasons = Record<
  'lossNow' | 'lostEnergy' | 'lostValue' | 'limitShare' | 'recoverable' | 'cleanEnergy',
  Reason
>;

/** The marks and the wiring go with the result, so that it can be made again. */
export interface MarkedReckoning extends Omit<MarkedLoss, 'strings'> {
  strings: Omit<StringLoss, 'input'>[];
  wiring: WiredArray;
  marks: readonly Mark[];
}

/** All that is known, without the members: these go on in the courses. */
export type KnownOnRecord = Omit<Known, 'members' | 'narrowing'>;

export interface ReckoningOutput {
  /** after any overruling */
  lossNow: Estimate;
  known: KnownOnRecord;
  /** the members and where they go: what plan, visits and years ahead are made from */
  courses: CourseSetup;
  year: YearAhead;
  /** minor units a year */
  lostValue: Quantiles;
  /** minor units a kWh */
  valuePerKWh: number;
  /** the last reading against expectation, where there is one, and what it has against it */
  expectation: Expectation | null;
  meterReason: Reason | null;
  warnings: ReadingWarning[];
  /** what the last marks cost, string by string; null without marks */
  marked: MarkedReckoning | null;
  /** what could be measured next, the best first */
  narrowing: WorthMeasuring[];
  /** what came of what was expected the last time; null where nothing was measured since */
  learned: Learned | null;
  /** first day, `YYYY-MM-DD`, on which a wash is expected to bring back within a year what it costs; null where none does */
  lookOn: string | null;
  reasons: ReckoningReasons;
  /** what would stand where something was overruled */
  recommended: { lossNow: Estimate; dust: number };
}
