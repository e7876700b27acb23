import { WARM_AGAIN_MINUTES } from '../assumptions.ts';
import { clearSkyOnSurface, type Place, type Surface } from '../irradiance/planeOfArray.ts';
import { WATER_DEFAULTS } from '../water/treatment.ts';
import { dryingMinutes } from './drying.ts';

/** Nobody is held longer than this by a reckoned wait, minutes: by then one looks and feels. */
export const LONGEST_WAIT = 60;

/**
 * Minutes from the last rinse until glass is dry and back at its temperature (C10), under a clear sky: the time that a
 * film left drip-dry takes to go, and what the module takes to warm up again (house assumption).
 * @param time milliseconds since 1970 at which the glass was rinsed
 * @returns whole minutes, at most an hour
 */
export function dryWait(input: {
  place: Place;
  surface: Surface;
  time: number;
  /** Celsius, 0 to 1, m/s at 2 m */
  weather: { tempAir: number; relativeHumidity: number; windSpeed: number };
}): number {
  const { poaGlobal } = clearSkyOnSurface(input.place, input.surface, input.time);
  const drying = dryingMinutes({ filmThickness: WATER_DEFAULTS.filmThickness, poaGlobal, ...input.weather });
  if (drying === null) return LONGEST_WAIT;
  return Math.min(LONGEST_WAIT, Math.ceil(drying + WARM_AGAIN_MINUTES));
}
