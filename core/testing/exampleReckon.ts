import { HOUSE } from '../assimilation/house.ts';
import type { RecordedLook } from '../assimilation/looks.ts';
import type { ReckonInput } from '../reckoning/reckoning.ts';
import { exampleDust } from './exampleRecords.ts';

/** A look that found a plain film of dust, and what a cloth left of it. */
export const exampleInspection = (changes: Partial<RecordedLook> = {}): RecordedLook => ({
  id: 'look',
  by: 'somebody',
  date: '2026-10-28',
  soils: [exampleDust],
  marks: [],
  wipeTest: 'some',
  reading: null,
  testPatch: null,
  ...changes,
});

/** Twenty dusty modules on a farm in a winter-rain climate. */
export const exampleReckon: ReckonInput = {
  site: {
    latitude: -33.5,
    longitude: 19,
    altitude: 200,
    climate: 'winter-rain',
    surroundings: 'farmland',
    energyBought: 285_000,
    energySold: 95_000,
    ownUse: 0.7,
  },
  array: {
    modules: 20,
    moduleWatts: 400,
    gammaPdc: -0.0035,
    tilt: 20,
    azimuth: 0,
    inverterLimit: null,
    exportLimit: null,
    rearFraction: 0,
    birds: 'few',
    installedOn: '2025-10-28',
    wiring: {
      rows: 2,
      columns: 10,
      missing: [],
      orientation: 'portrait',
      cells: 'whole',
      electronics: 'string',
      strings: [],
    },
    fitted: [],
  },
  looks: [exampleInspection()],
  washes: [],
  pairs: [],
  energy: null,
  rain: {},
  leftOut: [],
  overrides: {},
  outlook: {},
  expected: null,
  visitPrice: 200_000,
  visitWays: ['fed-pole'],
  minutePrice: 600,
  house: HOUSE,
  today: '2026-10-28',
  seed: 7,
};
