import { MILLISECONDS_PER_DAY } from '../time/utc.ts';
import { degrees, radians } from '../units/angles.ts';

export interface SolarPosition {
  /** angle from the vertical, degrees, without refraction */
  zenith: number;
  /** degrees clockwise from north, 0 to 360 */
  azimuth: number;
}

const JULIAN_DATE_OF_EPOCH = 2440587.5;
const EARTH_RADIUS_IN_ASTRONOMICAL_UNITS = 6371.01 / 149597890;

/**
 * Where the sun stands. Valid 2020 to 2050, within a few thousandths of a degree.
 *
 * @param latitude degrees, north positive
 * @param longitude degrees, east positive
 * @param time milliseconds since 1970-01-01T00:00Z
 * @returns topocentric zenith and azimuth in degrees; refraction is left out
 * @see Blanco, Milidonis, Bonanos: Updating the PSA sun position algorithm, Solar Energy 212 (2020) 339
 */
export function solarPosition(latitude: number, longitude: number, time: number): SolarPosition {
  const julianDate = time / MILLISECONDS_PER_DAY + JULIAN_DATE_OF_EPOCH;
  const elapsed = julianDate - 2451545.0;
  const universalHours = (time / MILLISECONDS_PER_DAY - Math.floor(time / MILLISECONDS_PER_DAY)) * 24;

  const omega = 2.267127827 - 9.300339267e-4 * elapsed;
  const meanLongitude = 4.895036035 + 1.720279602e-2 * elapsed;
  const meanAnomaly = 6.239468336 + 1.720200135e-2 * elapsed;
  const eclipticLongitude =
    meanLongitude +
    3.338320972e-2 * Math.sin(meanAnomaly) +
    3.497596876e-4 * Math.sin(2 * meanAnomaly) -
    1.544353226e-4 -
    8.68972936e-6 * Math.sin(omega);
  const obliquity = 0.4090904909 - 6.213605399e-9 * elapsed + 4.418094944e-5 * Math.cos(omega);

  const rightAscension = Math.atan2(Math.cos(obliquity) * Math.sin(eclipticLongitude), Math.cos(eclipticLongitude));
  const declination = Math.asin(Math.sin(obliquity) * Math.sin(eclipticLongitude));

  const greenwichSiderealHours = 6.697096103 + 6.570984737e-2 * elapsed + universalHours;
  const hourAngle = radians(greenwichSiderealHours * 15 + longitude) - rightAscension;
  const phi = radians(latitude);

  const geocentricZenith = Math.acos(
    clampCosine(Math.cos(phi) * Math.cos(hourAngle) * Math.cos(declination) + Math.sin(declination) * Math.sin(phi)),
  );
  const azimuth = Math.atan2(
    -Math.sin(hourAngle),
    Math.tan(declination) * Math.cos(phi) - Math.sin(phi) * Math.cos(hourAngle),
  );
  const zenith = geocentricZenith + EARTH_RADIUS_IN_ASTRONOMICAL_UNITS * Math.sin(geocentricZenith);
  return { zenith: degrees(zenith), azimuth: (degrees(azimuth) + 360) % 360 };
}

const clampCosine = (cosine: number): number => Math.max(-1, Math.min(1, cosine));
