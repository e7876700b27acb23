import { mean, standardDeviation } from '../statistics/summary.ts';
import type { Reading } from './compare.ts';

/**
 * Several readings of the same thing as one, with the spread of value over irradiance as its repeatability.
 * @returns the mean reading and the relative standard uncertainty of the mean; null for the latter with fewer than three
 */
export function averageReadings(readings: readonly Reading[]): { reading: Reading; repeatability: number | null } {
  const reading = {
    value: mean(readings.map(({ value }) => value)),
    poaIrradiance: mean(readings.map(({ poaIrradiance }) => poaIrradiance)),
    tempModule: mean(readings.map(({ tempModule }) => tempModule)),
  };
  if (readings.length < 3) return { reading, repeatability: null };
  const ratios = readings.map(({ value, poaIrradiance }) => value / poaIrradiance);
  return { reading, repeatability: standardDeviation(ratios) / mean(ratios) / Math.sqrt(readings.length) };
}
