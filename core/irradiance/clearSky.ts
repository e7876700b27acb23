import { dayOfNewYear, daysBeforeMonth, MILLISECONDS_PER_DAY, utcDayOfYear, utcYear } from '../time/utc.ts';
import { radians } from '../units/angles.ts';

export interface ClearSky {
  /** global horizontal, W/m2 */
  ghi: number;
  /** direct normal, W/m2 */
  dni: number;
  /** diffuse horizontal, W/m2 */
  dhi: number;
}

const DARK: ClearSky = { ghi: 0, dni: 0, dhi: 0 };

function extraterrestrialOnDay(dayOfYear: number): number {
  const b = (2 * Math.PI * (dayOfYear - 1)) / 365;
  return (
    1361.1 *
    (1.00011 + 0.034221 * Math.cos(b) + 0.00128 * Math.sin(b) + 0.000719 * Math.cos(2 * b) + 0.000077 * Math.sin(2 * b))
  );
}

const EXTRATERRESTRIAL = Float64Array.from({ length: 367 }, (_, day) => extraterrestrialOnDay(day));

/** Extraterrestrial irradiance normal to the beam, W/m2 (Spencer 1971 with a solar constant of 1361.1). */
export const extraterrestrial = (time: number): number => EXTRATERRESTRIAL[utcDayOfYear(time)] as number;

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
  const year = utcYear(time);
  const day = time / MILLISECONDS_PER_DAY - dayOfNewYear(year);
  let month = Math.min(11, Math.floor(day / 30));
  if (daysBeforeMonth(year, month) > day) month -= 1;
  const middle = middleOfMonth(year, month);
  const from = day < middle ? month - 1 : month;
  // December of the year before has 31 days like that of this year.
  const start = from < 0 ? -15.5 : from === month ? middle : middleOfMonth(year, from);
  const end =
    from !== month ? middle : month === 11 ? daysBeforeMonth(year, 12) + 15.5 : middleOfMonth(year, month + 1);
  const share = (day - start) / (end - start);
  return (linkeTurbidity[(from + 12) % 12] ?? 0) * (1 - share) + (linkeTurbidity[(from + 1) % 12] ?? 0) * share;
}

/** Days from new year to the middle of a month. */
const middleOfMonth = (year: number, month: number): number =>
  (daysBeforeMonth(year, month) + daysBeforeMonth(year, month + 1)) / 2;

/**
 * Irradiance under a sky without clouds.
 *
 * @param zenith true zenith, degrees; at 90 and over everything is 0
 * @param altitude metres
 * @param turbidity Linke turbidity
 * @param dniExtra extraterrestrial irradiance normal to the beam, W/m2
 * @see Ineichen and Perez, Solar Energy 73 (2002) 151
 */
export function clearSky(zenith: number, altitude: number, turbidity: number, dniExtra: number): ClearSky {
  if (zenith >= 90) return DARK;
  const cosZenith = Math.cos(radians(zenith));
  const mass = airMass(zenith, altitude);
  const f1 = Math.exp(-altitude / 8000);
  const f2 = Math.exp(-altitude / 1250);
  const c1 = 5.09e-5 * altitude + 0.868;
  const c2 = 3.92e-5 * altitude + 0.0387;
  const ghi = Math.max(0, c1 * dniExtra * cosZenith * Math.exp(-c2 * mass * (f1 + f2 * (turbidity - 1))));
  const beam = Math.max(0, dniExtra * (0.664 + 0.163 / f1) * Math.exp(-0.09 * mass * (turbidity - 1)));
  const share = Math.max(0, 1 - (0.1 - 0.2 * Math.exp(-turbidity)) / (0.1 + 0.882 / f1));
  const dni = Math.min(beam, (ghi * share) / cosZenith);
  return { ghi, dni, dhi: ghi - dni * cosZenith };
}
