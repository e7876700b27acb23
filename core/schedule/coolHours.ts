import { clearSkyOnSurface, type Place, type Surface } from '../irradiance/planeOfArray.ts';
import { moduleTemperature } from '../modules/output.ts';
import { solarPosition } from '../sun/solarPosition.ts';

/** Zenith of the sun at civil twilight, degrees: light enough to work by. */
export const FIRST_LIGHT_ZENITH = 96;

/** Largest difference between glass and water, K; the module maker's manual comes first. */
export const THERMAL_LIMIT = 20;

export interface CoolInput {
  place: Place;
  surface: Surface;
  /** instants to look at, milliseconds since 1970, evenly apart */
  times: readonly number[];
  /** Celsius */
  tempAir: number;
  windSpeed: number;
  waterTemperature: number;
}

/** Whether the sun is up, and whether glass and water are within the limit, at each instant under a clear sky. */
export function coolAt(input: CoolInput): { light: boolean; cool: boolean }[] {
  return input.times.map((time) => {
    const light = solarPosition(input.place.latitude, input.place.longitude, time).zenith < FIRST_LIGHT_ZENITH;
    const { poaGlobal } = clearSkyOnSurface(input.place, input.surface, time);
    const glass = moduleTemperature(poaGlobal, input.tempAir, input.windSpeed);
    return { light, cool: light && Math.abs(glass - input.waterTemperature) <= THERMAL_LIMIT };
  });
}
