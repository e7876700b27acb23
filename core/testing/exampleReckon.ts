import type { ReckonInput } from '../soiling/reckoning.ts';

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
    ageYears: 0,
  },
  inspection: {
    soils: [{ kind: 'dust', where: 'whole-face', grade: 'plain', share: 1, bond: 'wet' }],
    wipeTest: 'some',
    reading: null,
  },
  overrides: {},
  startDay: 300,
  years: 8,
  seed: 7,
};
