import { type Equation, leastSquares } from '../statistics/leastSquares.ts';
import { quantile } from '../statistics/summary.ts';
import { dot, type TrendDay, type TrendFit } from './clearDays.ts';

/** Tukey's constant: outliers beyond it count nothing; 95 % as efficient as least squares where there are none. */
const TUKEY = 4.685;
const MAD_TO_SIGMA = 1.4826;
const SIGMA_LEAST = 1e-4;
const ROUNDS = 50;

/**
 * A trend with steps through all days of a series whose sky has cancelled out, so that only single odd days stand off:
 * least squares in which a day counts the less the further it lies from the trend.
 * @see Beaton and Tukey, Technometrics 16 (1974) 147
 */
export function fitEveryDay(days: readonly TrendDay[], start: readonly number[]): TrendFit | null {
  let coefficients = [...start];
  for (let round = 0; ; round += 1) {
    const residuals = days.map(({ row, value }) => value - dot(row, coefficients));
    const spread = Math.max(SIGMA_LEAST, MAD_TO_SIGMA * quantile(residuals.map(Math.abs), 0.5));
    const clear = residuals.map((r) => Math.max(0, 1 - (r / (TUKEY * spread)) ** 2) ** 2);
    const equations = days.map(({ row, value }, index): Equation => ({ row, value, weight: clear[index] ?? 0 }));
    const fit = leastSquares(equations);
    if (fit === null) return null;
    const moved = Math.max(...fit.coefficients.map((value, index) => Math.abs(value - (coefficients[index] ?? 0))));
    coefficients = fit.coefficients;
    if (moved < 1e-9 || round === ROUNDS) {
      const weight = clear.reduce((sum, value) => sum + value, 0);
      const squares = equations.reduce(
        (sum, { row, value, weight: w }) => sum + w * (value - dot(row, coefficients)) ** 2,
        0,
      );
      return { ...fit, sigma: Math.sqrt(squares / Math.max(1, weight - coefficients.length)), clear };
    }
  }
}
