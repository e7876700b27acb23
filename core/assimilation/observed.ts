import type { LayeredCleaning, LayeredDays, LayeredParameters, LayeredState } from '../soiling/layered.ts';

/**
 * What a piece of evidence saw, at the end of its day:
 * `film` the natural logarithm of g/m2 · `cover` that of the share of the glass under droppings · `loss` a fraction, of a
 * test patch or of one reading against expectation · `bonded` the share of a film that a rinse left · `gain` a measured pair,
 * after/before, across a cleaning of that day · `energy` the logarithm of a clear day's performance against nameplate.
 */
export const OBSERVATIONS = ['film', 'cover', 'loss', 'bonded', 'gain', 'energy'] as const;
export type ObservationKind = (typeof OBSERVATIONS)[number];

export interface Observation {
  kind: ObservationKind;
  /** index from 0 */
  day: number;
  /** in the unit of its kind; of `film`, `cover` and `gain` as seen, before the logarithm is taken */
  value: number;
  /** standard uncertainty, on the scale on which the kind is compared */
  sigma: number;
}

/** The days of an array on record, what was done to it and what was seen of it. */
export interface History {
  /** degrees */
  surfaceTilt: number;
  /** the house's figures, on which the factors work */
  parameters: LayeredParameters;
  /** at the start of day 0 */
  initial: LayeredState;
  days: LayeredDays;
  cleanings: readonly LayeredCleaning[];
  observations: readonly Observation[];
}
