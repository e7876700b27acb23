import { LICHEN_DENSITY } from '../assumptions.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';
import type { YearsAheadSetup } from '../soiling/yearsAhead.ts';

/** Six years ahead of a clean array on farmland, where lichen grows. */
export const exampleAhead: YearsAheadSetup = {
  latitude: -33.5,
  longitude: 19,
  altitude: 200,
  climate: 'winter-rain',
  surfaceTilt: 20,
  surfaceAzimuth: 0,
  array: { pdc0: 10_000, gammaPdc: -0.0035 },
  exposure: { surroundings: 'farmland', birds: 'few' },
  parameters: { lichenDensity: LICHEN_DENSITY['damp-shade'], mismatch: 8 },
  initial: CLEAN_GLASS,
  puddleFactor: 1,
  orientation: 'portrait',
  cells: 'whole',
  startDay: 300,
  horizon: 6,
  years: 6,
  seed: 5,
};
