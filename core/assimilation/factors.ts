import { type LayeredParameters, withDefaults } from '../soiling/layered.ts';

/**
 * What is not known of an array (C17): factors on the figures that the house assumes, each about 1. Their logarithms are
 * normal before anything is seen.
 */
export const FACTORS = [
  'deposition',
  'recent',
  'rainScale',
  'bonding',
  'droppings',
  'mismatch',
  'standing',
  'level',
  'removal',
] as const;
export type Factor = (typeof FACTORS)[number];

/** One number for each factor. */
export type Factors = Record<Factor, number>;

/** How far each may be out before anything is seen, as the standard deviation of its logarithm. House figures. */
export const PRIOR_SPREAD: Factors = {
  // dust that settles
  deposition: 0.6,
  // dust from the last cleaning on, beside that of the whole record
  recent: 0.3,
  rainScale: 0.5,
  // what a day of dew bonds
  bonding: 0.7,
  droppings: 0.8,
  // what a patch costs: less where it was marked and its string reckoned
  mismatch: 0.4,
  // patches that neither come nor go in the record
  standing: 0.5,
  // output of clean glass against the nameplate, age taken out
  level: 0.05,
  // odds with which a wash takes off the bonded film: of a way, and known to nobody who has not set it otherwise
  removal: 0,
};

/** The same of `mismatch` where patches are marked on their modules. */
export const MARKED_MISMATCH_SPREAD = 0.15;

/** A factor of one for each. */
export const factorsOf = (value: (name: Factor, at: number) => number): Factors =>
  Object.fromEntries(FACTORS.map((name, at) => [name, value(name, at)])) as Factors;

/** The house's figures with factors laid on them, laid out the same way each time. */
export function layFactors(parameters: LayeredParameters, factors: Factors): Required<LayeredParameters> {
  const given = withDefaults(parameters);
  return {
    rainScale: given.rainScale * factors.rainScale,
    bondingPerDew: Math.min(1, given.bondingPerDew * factors.bonding),
    bondedRainFactor: given.bondedRainFactor,
    droppingsRainFactor: given.droppingsRainFactor,
    lichenDensity: given.lichenDensity,
    lichenGrowth: given.lichenGrowth,
    mismatch: given.mismatch * factors.mismatch,
    standingLoss: given.standingLoss * factors.standing,
    removalOdds: given.removalOdds * factors.removal,
  };
}
