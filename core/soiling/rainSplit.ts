import type { Birds, Surroundings } from '../assumptions.ts';
import { mean } from '../statistics/summary.ts';
import { type Climate, type ClimateKey, climateOf, exposureDays, generateWeatherYears } from '../weather/index.ts';
import { CLEAN_GLASS, soilingByLayers } from './layered.ts';

export interface SplitPlace {
  latitude: number;
  climate: ClimateKey | Climate;
  surroundings: Surroundings;
  birds: Birds;
  /** degrees */
  surfaceTilt: number;
  /** calendar day on which the strips were read, 0 to 364 */
  day: number;
}

const DAYS = 365;
const YEARS = 3;
const COURSES = 6;
const SEED = 77;
const MOST_BONDING = 1;
const STEPS = 18;

/**
 * The share of the loose film that a dew day has to bond here for a rinse to leave what it left on a test patch: the
 * parameter of the layered model (C6) between the two schools on rain, set by the site itself.
 * @param bonded share of the film that the rinse left, 0 to 1
 * @returns 0 to 1, the nearest that the model can come
 */
export function bondingOfSplit(place: SplitPlace, bonded: number): number {
  const climate = climateOf(place.climate);
  const { latitude, surfaceTilt, day } = place;
  const count = (YEARS - 1) * DAYS + day + 1;
  const courses = Array.from({ length: COURSES }, (_, course) => {
    const weather = generateWeatherYears(climate, latitude, YEARS, SEED + course);
    const days = exposureDays(climate, { ...place }, weather, SEED + course);
    return {
      rain: days.rain.subarray(0, count),
      dew: days.dew.subarray(0, count),
      deposition: days.deposition.subarray(0, count),
      droppings: days.droppings.subarray(0, count),
    };
  });
  const shareAt = (bondingPerDew: number): number =>
    mean(
      courses.map((days) => {
        const { end } = soilingByLayers({
          surfaceTilt,
          parameters: { bondingPerDew, lichenDensity: 0, mismatch: 1 },
          initial: CLEAN_GLASS,
          days,
        });
        return end.loose + end.bonded > 0 ? end.bonded / (end.loose + end.bonded) : 0;
      }),
    );
  let [low, high] = [0, MOST_BONDING];
  for (let step = 0; step < STEPS; step += 1) {
    const middle = (low + high) / 2;
    if (shareAt(middle) < bonded) low = middle;
    else high = middle;
  }
  return bonded <= 0 ? 0 : (low + high) / 2;
}
