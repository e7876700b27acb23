import type { EvidenceKind } from './assimilation/evidence.ts';
import type { Bare, Finding, Written } from './findings.ts';
import type { LineLabel } from './quotes/lines.ts';
import type { QuantityKind } from './units/quantities.ts';
import type { ClimateName } from './weather/climates.ts';

/** Which figure a reason is of: what it is and how it is worked out follows from it. */
export const FIGURES = [
  'meter-shortfall',
  'loss-now',
  'clean-energy',
  'lost-energy',
  'lost-value',
  'recoverable',
  'limit-share',
  'litres',
  'residue',
  'visit-minutes',
  'visits',
  'benefit',
  'recoverable-of-site',
  'plan-saves',
  'gain',
  'loss-there-was',
  'gain-uncertainty',
  'quick-loss',
  'quick-worth',
  'quick-price',
] as const;
export type FigureName = (typeof FIGURES)[number];

type How =
  | Bare<`how-${Exclude<FigureName, 'gain' | 'loss-there-was' | 'gain-uncertainty'>}`>
  /** `control`: read beside an unwashed neighbour */
  | Finding<'how-gain', { control: boolean }>
  | Finding<'how-loss-there-was', { control: boolean }>
  | Finding<'how-gain-uncertainty', { control: boolean }>
  /** `not-kept`: by a calculation that did not say */
  | Bare<'how-loss-by-hand' | 'how-not-kept'>;

type Source =
  | Bare<
      | 'source-expected'
      | 'source-pair'
      | 'source-layers'
      | 'source-layers-and-energy'
      | 'source-layers-and-prices'
      | 'source-prices'
      | 'source-hourly'
      | 'source-house'
      | 'source-house-until-records'
      | 'source-residue'
      | 'source-call'
      | 'source-call-worth'
      | 'source-own-prices'
    >
  /** `strings`: patches were counted by the strings that they lie on */
  | Finding<'source-loss-now', { strings: boolean }>;

export const REASON_INPUTS = [
  'measured',
  'expected',
  'nameplate',
  'irradiance',
  'temp-module',
  'age-years',
  'irradiance-error',
  'climate',
  'nameplate-now',
  'loss-at-start',
  'dust-factor',
  'courses',
  'house-expects',
  'tilt',
  'azimuth',
  'limit',
  'energy-lost',
  'own-use',
  'energy-bought',
  'energy-sold',
  'inverter-limit',
  'export-limit',
  'modules',
  'minutes-per-module',
  'conductivity-on-glass',
  'residue-limit',
  'soaking',
  'on-the-road',
  'total-a-year',
  'dirt-alone-a-year',
  'break-even-price',
  'energy-back',
  'worth-of-kwh',
  'arrays',
  'visits-a-year',
  'dirt-with-visits-a-year',
  'before',
  'irradiance-before',
  'temp-module-before',
  'after',
  'irradiance-after',
  'temp-module-after',
  'repeatability',
  'irradiance-ratio-error',
  'temp-module-error',
  'temperature-coefficient',
  'months-since-washed',
  'by-months',
  'by-seen',
  'energy',
  'a-kwh',
] as const;
export type ReasonInputName = (typeof REASON_INPUTS)[number];

export type ReasonInputCode =
  | Bare<`input-${ReasonInputName}`>
  | Finding<'input-evidence', { kind: EvidenceKind; date: string }>
  | LineLabel
  | Written;

/** A value that is no number with a unit of its own. */
export type ReasonValue =
  | Bare<'no-limit' | 'never' | 'nothing-said'>
  | Finding<'plain-number', { value: number; digits: number }>
  | Finding<'per-kelvin', { value: number }>
  | ClimateName
  | Written;

export type ReasonChange =
  | Bare<
      | 'change-irradiance-too-high'
      | 'change-module-warmer'
      | 'change-rain-takes-nothing'
      | 'change-clean-at-start'
      | 'change-less-time'
      | 'change-squeegeed'
      | 'change-irradiance-after-too-low'
      | 'change-module-warmer-after'
      | 'change-temperatures-known'
      | 'change-irradiance-ratio-known'
    >
  | Finding<'change-more-dust', { factor: number }>
  | Finding<'change-visits-a-year', { visits: number }>
  | Written;

/** An input that a figure came from, as it is shown to somebody who asks why. */
export interface ReasonInput {
  name: ReasonInputCode;
  value: number | ReasonValue | null;
  /** how a number is to be shown */
  kind?: QuantityKind | 'money';
  /** nobody has said, measured or read it */
  assumed?: true;
}

/** What one change of an input would make of the figure. */
export interface ReasonDriver {
  change: ReasonChange;
  /** the figure after the change, in the figure's own kind */
  becomes: number;
}

/** Why a figure is what it is: opened by clicking it. */
export interface Reason {
  /** what the figure is */
  what: Bare<`what-${FigureName}`> | Written;
  kind: QuantityKind | 'money';
  value: number | null;
  low?: number;
  high?: number;
  /** how it is worked out */
  formula: How | Written;
  source: Source | Written;
  /** rests on a house assumption */
  assumption: boolean;
  inputs: ReasonInput[];
  drivers: ReasonDriver[];
}

/** All that a reason can say. */
export type ReasonFinding =
  | Reason['what']
  | Reason['formula']
  | Reason['source']
  | ReasonInputCode
  | ReasonValue
  | ReasonChange;

/**
 * Version of the calculations as a whole; stored with every result so that an old number can be made again.
 * 2: what was recommended stands beside what was set by hand, and every figure keeps its reasons.
 * 3: the pole of a plan comes from the section of the face.
 * 4: patches that are marked where they lie cost what they cost their strings.
 * 5: a test patch says what the dirt costs and what rain leaves; the pole comes from the drawn section and standing places.
 * 6: no clear day is found in a spell of clouds; a string may have electronics of its own.
 * 7: a plan of visits is judged by its range and visit by visit; a wash on glass that rain has just cleaned does no harm.
 * 8: one estimate from all that is known of an array, and one model for the year, the plan, its visits and the years ahead.
 * 9: what a way takes off is not taken for certain; what was fitted counts on the modules that have it.
 * 10: the figures of 9; what was found is kept as codes with parameters.
 * 11: the figures of 10; a climate of a site's own calls the clear-sky index by its name.
 * 12: ways are chosen by rules, a face that none can wash is left out, and glass may be drawn off.
 * 13: what is fitted against a cause counts in the years ahead by the share of the face that has it, and is planned and priced.
 * 14: an offer has further kinds of pricing, options and rates of tax, and stands beside what is cheaper.
 * 15: where lichen is not there yet it settles in the years ahead, also on arrays whose state was estimated.
 */
export const CALCULATION_VERSION = '15';
