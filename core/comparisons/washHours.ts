import { clearSkyOnSurface, type Place, type Surface } from '../irradiance/planeOfArray.ts';
import { solarMidnight } from '../modules/clearSkyDay.ts';
import { MILLISECONDS_PER_HOUR } from '../time/utc.ts';
import type { ProofPlanInput } from './proofPlanner.ts';

export interface WashHours {
  place: Place;
  surface: Surface;
  /** such as 2026-11-24 */
  date: string;
  /** hour of the solar day at which it begins, and hours until the glass is dry and warm again */
  washHour: number;
  hoursApart: number;
  isolated: boolean;
}

/** The sun at a wash and at noon of its day under a clear sky, as the proof planner takes it. */
export function washUnderClearSky(hours: WashHours): ProofPlanInput['wash'] {
  const start = solarMidnight(hours.date, hours.place.longitude);
  const at = (hour: number) =>
    clearSkyOnSurface(hours.place, hours.surface, start + hour * MILLISECONDS_PER_HOUR).poaGlobal;
  return {
    irradianceBefore: at(hours.washHour),
    irradianceAfter: at(hours.washHour + hours.hoursApart),
    hoursApart: hours.hoursApart,
    irradianceNoon: at(12),
    isolated: hours.isolated,
  };
}
