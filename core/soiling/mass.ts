import { filmLoss } from '../modules/filmLoss.ts';
import { radians } from '../units/angles.ts';
import { rainCleans } from './rate.ts';

export interface MassModel {
  /** degrees */
  surfaceTilt: number;
  /** rain of a day that washes everything off, mm; default 1 */
  threshold?: number | null;
  /** mm a day */
  rain: readonly number[];
  /** ug/m3, daily mean */
  pm25: readonly number[];
  /** ug/m3, daily mean; what is finer than 2.5 um is part of it */
  pm10: readonly number[];
  /** g/m2; default 0 */
  initialMass?: number;
  cleanings?: readonly { day: number }[];
}

export interface MassDay {
  /** g/m2 on the glass at the end of the day */
  mass: number;
  soilingRatio: number;
}

/** Settling velocities of coarse and fine dust, m/s. */
const COARSE_VELOCITY = 0.004;
const FINE_VELOCITY = 0.0009;
/** ug/m3 times m/s into g/m2 a day */
const PER_DAY = 0.0864;

/**
 * Dust on the glass from what is in the air: it settles every day, rain over a threshold takes all of it.
 * @returns one entry for each day of `rain`
 * @see Coello and Boyle, IEEE Journal of Photovoltaics 9 (2019) 1382
 */
export function soilingByMass(model: MassModel): MassDay[] {
  const { rain, pm25, pm10, threshold = 1 } = model;
  const cosTilt = Math.cos(radians(model.surfaceTilt));
  const cleaned = new Set(model.cleanings?.map(({ day }) => day));
  let mass = model.initialMass ?? 0;
  return rain.map((depth, day) => {
    const fine = pm25[day] ?? 0;
    const coarse = Math.max(0, (pm10[day] ?? 0) - fine);
    if (cleaned.has(day)) mass = 0;
    if (rainCleans(depth, threshold)) mass = 0;
    else mass += (COARSE_VELOCITY * coarse + FINE_VELOCITY * fine) * PER_DAY * cosTilt;
    return { mass, soilingRatio: 1 - filmLoss(mass) };
  });
}
