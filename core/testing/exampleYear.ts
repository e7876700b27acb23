import { siteSoilingRate } from '../soiling/siteRate.ts';
import type { YearAheadInput } from '../soiling/yearAhead.ts';

/** A small array on farmland in a winter-rain climate, on which tests of the year lean. */
export const exampleYear: YearAheadInput = {
  latitude: -33.5,
  longitude: 19,
  altitude: 240,
  climate: 'winter-rain',
  surfaceTilt: 20,
  surfaceAzimuth: 0,
  array: { pdc0: 10_000, gammaPdc: -0.0035 },
  rate: siteSoilingRate({ surroundings: 'farmland', birds: 'few', surfaceTilt: 20, latitude: -33.5 }),
  threshold: 6,
  gracePeriod: 14,
  maxLoss: 0.3,
  lossNow: { low: 0.03, mid: 0.06, high: 0.1 },
  startDay: 300,
  years: 12,
  seed: 4,
};
