import { clearSkyOnSurface, type Place, type Surface } from '../irradiance/planeOfArray.ts';
import { MILLISECONDS_PER_DAY, MILLISECONDS_PER_HOUR } from '../time/utc.ts';
import { type ArrayElectrical, arrayOutput } from './output.ts';

const STEPS_A_DAY = 96;
const HOURS_A_STEP = 24 / STEPS_A_DAY;

export interface ClearSkyDay {
  /** kWh through the limit */
  energy: number;
  /** kWh if nothing limited it */
  unlimited: number;
}

/** Start of a solar day at a longitude, milliseconds since 1970. @param date such as 2026-11-24 */
export const solarMidnight = (date: string, longitude: number): number =>
  Date.parse(`${date}T00:00:00Z`) - (longitude / 15) * MILLISECONDS_PER_HOUR;

/**
 * What a clean array gives on a day without a cloud (C2 to C5), in quarter hours of the local solar day.
 * @param date calendar date, taken as the solar day at the longitude
 * @param tempAir Celsius, mean of the daylight
 * @param windSpeed m/s at module height
 */
export function clearSkyDay(
  place: Place & { longitude: number },
  surface: Surface,
  array: ArrayElectrical,
  date: string,
  tempAir: number,
  windSpeed: number,
): ClearSkyDay {
  const start = solarMidnight(date, place.longitude);
  const { pacRated = Number.POSITIVE_INFINITY, ...free } = array;
  let energy = 0;
  let unlimited = 0;
  for (let step = 0; step < STEPS_A_DAY; step += 1) {
    const time = start + ((step + 0.5) / STEPS_A_DAY) * MILLISECONDS_PER_DAY;
    const { poaGlobal } = clearSkyOnSurface(place, surface, time);
    if (poaGlobal <= 0) continue;
    const { pac } = arrayOutput(free, { poaGlobal, tempAir, windSpeed });
    const power = Math.max(0, pac);
    unlimited += power;
    energy += Math.min(power, pacRated);
  }
  const perStep = HOURS_A_STEP / 1000;
  return { energy: energy * perStep, unlimited: unlimited * perStep };
}
