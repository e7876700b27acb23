import { clearSkyOnSurface, type Place, type Surface } from '../irradiance/planeOfArray.ts';
import { WATER_DEFAULTS } from '../water/treatment.ts';
import { dryingMinutes } from './drying.ts';

/** How many modules one person brushes before the first of them has dried, at an hour of the clock; null: nothing dries. */
export interface Batch {
  hour: number;
  modules: number | null;
}

/** The batches of a face through a day. */
export interface FaceBatches {
  array: string;
  batches: Batch[];
}

/**
 * Modules that are wetted at once on a face (C10): as many as one person brushes before the film on the first has dried,
 * under a clear sky. At least one.
 * @param time milliseconds since 1970 @returns null where the film does not dry
 */
export function batchAt(input: {
  place: Place;
  surface: Surface;
  time: number;
  /** Celsius, 0 to 1, m/s at 2 m */
  weather: { tempAir: number; relativeHumidity: number; windSpeed: number };
  minutesPerModule: number;
}): number | null {
  const { poaGlobal } = clearSkyOnSurface(input.place, input.surface, input.time);
  const minutes = dryingMinutes({ filmThickness: WATER_DEFAULTS.filmThickness, poaGlobal, ...input.weather });
  return minutes === null ? null : Math.max(1, Math.floor(minutes / input.minutesPerModule));
}
