import { erf } from './erf.ts';

/** Density of the standard normal. */
export const normalDensity = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);

/** Share of the standard normal below z. */
export const normalShare = (z: number): number => 0.5 * (1 + erf(z / Math.SQRT2));

/** z of the 97.5th percentile: a two-sided interval of 95 %. */
const Z_95 = 1.959963984540054;

/**
 * Half-width of a two-sided 95 % interval in standard errors, for an estimate with this many degrees of freedom.
 * Good to 0.5 % from four on; below four it is too narrow to be used.
 * @see Abramowitz and Stegun, Handbook of Mathematical Functions, 26.7.5
 */
export function student95(freedom: number): number {
  const z = Z_95;
  const g1 = (z ** 3 + z) / 4;
  const g2 = (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96;
  const g3 = (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384;
  return z + g1 / freedom + g2 / freedom ** 2 + g3 / freedom ** 3;
}
