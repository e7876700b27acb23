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
export const solarPosition = (latitude: number, longitude: number, time: number): SolarPosition =>
  sunAt(latitude, longitude, time, 180) as SolarPosition;

/** The same while the middle of the sun is up; null where it has set, of which nobody needs the azimuth. */
export const sunUp = (latitude: number, longitude: number, time: number): SolarPosition | null =>
  sunAt(latitude, longitude, time, 90);

/** @param horizon zenith, degrees, from which on there is no sun */
function sunAt(latitude: number, longitude: number, time: number, horizon: number): SolarPosition | null {
  const days = time / MILLISECONDS_PER_DAY;
  const elapsed = days + JULIAN_DATE_OF_EPOCH - 2451545.0;
  const universalHours = (days - Math.floor(days)) * 24;

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

  const sinEcliptic = Math.sin(eclipticLongitude);
  const cosEcliptic = Math.cos(eclipticLongitude);
  const sinDeclination = Math.sin(obliquity) * sinEcliptic;
  const cosDeclination = Math.sqrt(1 - sinDeclination * sinDeclination);

  // The hour angle is the local sidereal angle less the right ascension; its sine and cosine are all that is asked of it.
  const sidereal = radians((6.697096103 + 6.570984737e-2 * elapsed + universalHours) * 15 + longitude);
  const sinSidereal = Math.sin(sidereal);
  const cosSidereal = Math.cos(sidereal);
  const sinAscension = (Math.cos(obliquity) * sinEcliptic) / cosDeclination;
  const cosAscension = cosEcliptic / cosDeclination;
  const sinHour = sinSidereal * cosAscension - cosSidereal * sinAscension;
  const cosHour = cosSidereal * cosAscension + sinSidereal * sinAscension;
  const phi = radians(latitude);
  const sinLatitude = Math.sin(phi);
  const cosLatitude = Math.cos(phi);

  const cosZenith = clampCosine(cosLatitude * cosHour * cosDeclination + sinDeclination * sinLatitude);
  const parallax = EARTH_RADIUS_IN_ASTRONOMICAL_UNITS * Math.sqrt(1 - cosZenith * cosZenith);
  const zenith = degrees(Math.acos(cosZenith) + parallax);
  if (zenith >= horizon && horizon < 180) return null;
  const toNorth = (sinDeclination / cosDeclination) * cosLatitude - sinLatitude * cosHour;
  return { zenith, azimuth: (degrees(Math.atan2(-sinHour, toNorth)) + 360) % 360 };
}

const clampCosine = (cosine: number): number => Math.max(-1, Math.min(1, cosine));
