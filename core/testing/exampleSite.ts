import type { DailyEnergyInput } from '../comparisons/dailyEnergy.ts';

/** A made-up array whose days are compared. */
export const exampleSite: DailyEnergyInput['site'] = {
  latitude: -33,
  longitude: 19,
  altitude: 100,
  linkeTurbidity: Array(12).fill(3),
  surfaceTilt: 20,
  surfaceAzimuth: 0,
  pdc0: 5000,
  gammaPdc: -0.0035,
};
