import { bisect } from '../numerics/search.ts';
import { erf } from '../statistics/erf.ts';

/**
 * Optical loss of a film of dust, a fraction.
 * @param mass g/m2 in the plane of the glass
 * @see Coello and Boyle, IEEE Journal of Photovoltaics 9 (2019) 1382; the curve is that of Hegazy (2001)
 */
export const filmLoss = (mass: number): number => 0.3437 * erf(0.17 * mass ** 0.8473);

/** Steps of the table in the root of the mass: there the curve is nearly straight, also where a film begins. */
const STEPS_A_ROOT = 1024;
const TABLED = 64;
const TABLE = Float64Array.from({ length: Math.sqrt(TABLED) * STEPS_A_ROOT + 2 }, (_, at) =>
  filmLoss((at / STEPS_A_ROOT) ** 2),
);

/** The same read from a table, within 1e-7: for courses and searches that ask millions of times. */
export function filmLossTabled(mass: number): number {
  const place = Math.sqrt(mass) * STEPS_A_ROOT;
  const at = place | 0;
  if (at >= TABLE.length - 1) return MOST_FILM_LOSS;
  const low = TABLE[at] as number;
  return low + ((TABLE[at + 1] as number) - low) * (place - at);
}

/** The most that a film can cost, however thick (the curve's limit). */
export const MOST_FILM_LOSS = 0.3437;

/**
 * Mass of a film that costs a loss: the curve read backwards.
 * @param loss a fraction
 * @returns g/m2 in the plane of the glass; 0 for no loss, null from the curve's limit on
 */
export function filmMassOf(loss: number): number | null {
  if (loss <= 0) return 0;
  if (loss >= MOST_FILM_LOSS * 0.9999) return null;
  return bisect(0, 100, (mass) => filmLoss(mass) < loss);
}
