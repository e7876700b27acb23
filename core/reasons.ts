import type { QuantityKind } from './units/quantities.ts';

/** An input that a figure came from, as it is shown to somebody who asks why. */
export interface ReasonInput {
  name: string;
  value: number | string | null;
  /** how the value is to be shown; left out for text */
  kind?: QuantityKind | 'money';
  /** nobody has said, measured or read it */
  assumed?: true;
}

/** What one change of an input would make of the figure. */
export interface ReasonDriver {
  change: string;
  /** the figure after the change, in the figure's own kind */
  becomes: number;
}

/** Why a figure is what it is: opened by clicking it. */
export interface Reason {
  /** what the figure is, in a few words */
  what: string;
  kind: QuantityKind | 'money';
  value: number | null;
  low?: number;
  high?: number;
  /** formula in words */
  formula: string;
  source: string;
  /** rests on a house assumption */
  assumption: boolean;
  inputs: ReasonInput[];
  drivers: ReasonDriver[];
}

/**
 * Version of the calculations as a whole; stored with every result so that an old number can be made again.
 * 2: what was recommended stands beside what was set by hand, and every figure keeps its reasons.
 * 3: the pole of a plan comes from the section of the face.
 * 4: patches that are marked where they lie cost what they cost their strings.
 * 5: a test patch says what the dirt costs and what rain leaves; the pole comes from the drawn section and standing places.
 * 6: no clear day is found in a spell of clouds; a string may have electronics of its own.
 * 7: a plan of visits is judged by its range and visit by visit; a wash on glass that rain has just cleaned does no harm.
 * 8: one estimate from all that is known of an array, and one model for the year, the plan, its visits and the years ahead.
 */
export const CALCULATION_VERSION = '9';
