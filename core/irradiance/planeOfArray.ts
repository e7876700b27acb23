import type { SolarPosition } from '../sun/solarPosition.ts';
import { sunUp } from '../sun/solarPosition.ts';
import { radians } from '../units/angles.ts';
import { type ClearSky, clearSky, extraterrestrial, linkeTurbidityAt } from './clearSky.ts';

export interface Surface {
  /** degrees from horizontal, 0 to 90 */
  surfaceTilt: number;
  /** degrees clockwise from north */
  surfaceAzimuth: number;
  /** reflectance of the ground in front, default 0.2 */
  albedo?: number;
}

export interface Place {
  latitude: number;
  longitude: number;
  /** metres */
  altitude: number;
  /** a number, or twelve monthly values */
  linkeTurbidity: number | readonly number[];
}

/** Cosine of the angle of incidence on a tilted surface, -1 to 1; below 0 the sun stands behind it. */
export function cosineOfIncidence(sun: SolarPosition, surface: Surface): number {
  const zenith = radians(sun.zenith);
  const tilt = radians(surface.surfaceTilt);
  return (
    Math.cos(zenith) * Math.cos(tilt) +
    Math.sin(zenith) * Math.sin(tilt) * Math.cos(radians(sun.azimuth - surface.surfaceAzimuth))
  );
}

/** Of the ASHRAE model, for glass. */
const B0 = 0.05;

/** What glass lets through of a slanting beam, as a share of what it does of a straight one (ASHRAE; Souka and Safwat 1966). */
const incidenceAngleModifier = (cosAoi: number): number => (cosAoi > 0 ? Math.max(0, 1 - B0 * (1 / cosAoi - 1)) : 0);

/**
 * Irradiance in the plane of the array, W/m2: Hay and Davies 1980 for the sky, an isotropic ground,
 * and the incidence loss of glass on the beam (that of the diffuse light, about 5 % of it, is left out).
 */
export function planeOfArray(sky: ClearSky, sun: SolarPosition, surface: Surface, dniExtra: number): number {
  if (sun.zenith >= 90) return 0;
  const cosAoi = Math.max(0, cosineOfIncidence(sun, surface));
  const iam = incidenceAngleModifier(cosAoi);
  const anisotropy = sky.dni / dniExtra;
  const rb = cosAoi / Math.max(Math.cos(radians(sun.zenith)), 0.01745);
  const cosTilt = Math.cos(radians(surface.surfaceTilt));
  return (
    sky.dni * cosAoi * iam +
    sky.dhi * (anisotropy * rb + ((1 - anisotropy) * (1 + cosTilt)) / 2) +
    (sky.ghi * (surface.albedo ?? 0.2) * (1 - cosTilt)) / 2
  );
}

/** Clear-sky irradiance on the horizontal and in the plane of the array at one instant (C1 to C3). */
export function clearSkyOnSurface(place: Place, surface: Surface, time: number): ClearSky & { poaGlobal: number } {
  const sun = sunUp(place.latitude, place.longitude, time);
  if (sun === null) return { ghi: 0, dni: 0, dhi: 0, poaGlobal: 0 };
  const dniExtra = extraterrestrial(time);
  const sky = clearSky(sun.zenith, place.altitude, linkeTurbidityAt(place.linkeTurbidity, time), dniExtra);
  return { ghi: sky.ghi, dni: sky.dni, dhi: sky.dhi, poaGlobal: planeOfArray(sky, sun, surface, dniExtra) };
}
