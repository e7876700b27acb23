import type { Equation } from '../statistics/leastSquares.ts';
import { student95 } from '../statistics/normal.ts';
import { dot } from './clearDays.ts';

/** One day of a fitted trend. */
export interface FittedDay {
  /** days since the first */
  time: number;
  equation: Equation;
}

/** Greatest correlation between neighbouring days that is believed from a series of a few dozen. */
const MOST_CORRELATION = 0.8;

/**
 * Correlation of the scatter of neighbouring days, never below 0. That of a short series comes out too low, the more so
 * the more coefficients were fitted; the correction is the usual first-order one.
 * @see Kendall, Biometrika 41 (1954) 403
 */
export function neighbourCorrelation(days: readonly FittedDay[], coefficients: readonly number[]): number {
  let products = 0;
  let pairs = 0;
  let squares = 0;
  let count = 0;
  let last: { time: number; residual: number; weight: number } | null = null;
  for (const { time, equation } of days) {
    const residual = equation.value - dot(equation.row, coefficients);
    squares += equation.weight * residual ** 2;
    count += equation.weight;
    if (last && time - last.time === 1) {
      const weight = equation.weight * last.weight;
      products += weight * residual * last.residual;
      pairs += weight;
    }
    last = { time, residual, weight: equation.weight };
  }
  if (pairs < 5 || squares === 0) return 0;
  const raw = products / pairs / (squares / count);
  const corrected = raw + (coefficients.length + 3 * Math.max(0, raw)) / pairs;
  // What noise alone would show in a series of this length is not taken for correlation.
  const noise = 1 / Math.sqrt(pairs);
  return Math.min(MOST_CORRELATION, Math.max(0, corrected - (raw < noise ? noise : 0)));
}

/**
 * Half-widths of 95 % intervals of fitted coefficients when the scatter of neighbouring days is correlated
 * (a sandwich with a first-order autoregression in the middle).
 */
export function halfWidths(
  days: readonly FittedDay[],
  unscaledCovariance: readonly (readonly number[])[],
  sigma: number,
  correlation: number,
): number[] {
  const size = unscaledCovariance.length;
  const middle = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (const a of days) {
    if (a.equation.weight < 1e-3) continue;
    for (const b of days) {
      const together = a === b ? 1 : correlation === 0 ? 0 : correlation ** Math.abs(a.time - b.time);
      if (together < 1e-3) continue;
      const weight = a === b ? a.equation.weight : a.equation.weight * b.equation.weight * together;
      for (let i = 0; i < size; i += 1)
        for (let j = 0; j < size; j += 1) {
          const row = middle[i] as number[];
          row[j] = (row[j] ?? 0) + weight * (a.equation.row[i] ?? 0) * (b.equation.row[j] ?? 0);
        }
    }
  }
  const freedom = days.reduce((sum, { equation }) => sum + equation.weight, 0) - size;
  return unscaledCovariance.map((row) => {
    const variance = row.reduce((sum, value, i) => sum + value * dot(middle[i] ?? [], row), 0);
    return student95(Math.max(4, freedom)) * sigma * Math.sqrt(Math.max(0, variance));
  });
}
