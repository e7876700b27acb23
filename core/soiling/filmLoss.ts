import { erf } from '../statistics/erf.ts';

/**
 * Optical loss of a film of dust, a fraction.
 * @param mass g/m2 in the plane of the glass
 * @see Coello and Boyle, IEEE Journal of Photovoltaics 9 (2019) 1382; the curve is that of Hegazy (2001)
 */
export const filmLoss = (mass: number): number => 0.3437 * erf(0.17 * mass ** 0.8473);
