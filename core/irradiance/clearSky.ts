import { radians } from '../units/angles.ts';
import { utcDayOfYear } from '../units/time.ts';

export interface ClearSky {
  /** global horizontal, W/m2 */
  ghi: number;
  /** direct normal, W/m2 */
  dni: number;
  /** diffuse horizontal, W/m2 */
  dhi: number;
}

const DARK: ClearSky = { ghi: 0, dni: 0, dhi: 0 };

/** Extraterrestrial irradiance normal to the beam, W/m2 (Spencer 1971 with a solar constant of 1361.1). */
export function extraterrestrial(time: number): number {
  const b = (2 * Math.PI * (utcDayOfYear(time) - 1)) / 365;
  return (
    1361.1 *
    (1.00011 + 0.034221 * Math.cos(b) + 0.00128 * Math.sin(b) + 0.000719 * Math.cos(2 * b) + 0.000077 * Math.sin(2 * b))
  );
}

/**
 * Pressure-corrected air mass (Kasten and Young 1989), from the true zenith.
 * @param zenith degrees, under 90
 * @param altitude metres
 */
export function airMass(zenith: number, altitude: number): number {
  const relative = 1 / (Math.cos(radians(zenith)) + 0.50572 * (96.07995 - zenith) ** -1.6364);
  return relative * (1 - 2.25577e-5 * altitude) ** 5.25588;
}

/**
 * Linke turbidity at an instant.
 * @param linkeTurbidity a number, or twelve values standing at the middle of each UTC month
 */
export function linkeTurbidityAt(linkeTurbidity: number | readonly number[], time: number): number {
  if (typeof linkeTurbidity === 'number') return linkeTurbidity;
  const year = new Date(time).getUTCFullYear();
  const month = new Date(time).getUTCMonth();
  const middle = (offset: number) => (Date.UTC(year, month + offset, 1) + Date.UTC(year, month + offset + 1, 1)) / 2;
  const from = time < middle(0) ? -1 : 0;
  const share = (time - middle(from)) / (middle(from + 1) - middle(from));
  const value = (offset: number) => linkeTurbidity[(month + offset + 12) % 12] ?? Number.NaN;
  return value(from) * (1 - share) + value(from + 1) * share;
}

/**
 * Irradiance under a sky without clouds.
 *
 * @param zenith true zenith, degrees; at 90 and over everything is 0
 * @param altitude metres
 * @param turbidity Linke turbidity
 * @param extra extraterrestrial irradiance, W/m2
 * @see Ineichen and Perez, Solar Energy 73 (2002) 151
 */
export function clearSky(zenith: number, altitude: number, turbidity: number, extra: number): ClearSky {
  if (zenith >= 90) return DARK;
  const cosZenith = Math.cos(radians(zenith));
  const mass = airMass(zenith, altitude);
  const f1 = Math.exp(-altitude / 8000);
  const f2 = Math.exp(-altitude / 1250);
  const c1 = 5.09e-5 * altitude + 0.868;
  const c2 = 3.92e-5 * altitude + 0.0387;
  const ghi = Math.max(0, c1 * extra * cosZenith * Math.exp(-c2 * mass * (f1 + f2 * (turbidity - 1))));
  const beam = Math.max(0, extra * (0.664 + 0.163 / f1) * Math.exp(-0.09 * mass * (turbidity - 1)));
  const share = Math.max(0, 1 - (0.1 - 0.2 * Math.exp(-turbidity)) / (0.1 + 0.882 / f1));
  const dni = Math.min(beam, (ghi * share) / cosZenith);
  return { ghi, dni, dhi: ghi - dni * cosZenith };
}
