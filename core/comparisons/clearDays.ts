import { type Equation, type Fit, leastSquares, leastSquaresCoefficients } from '../statistics/leastSquares.ts';
import { normalDensity, normalShare } from '../statistics/normal.ts';

/** One day to be explained: the row of the trend (level, days, steps) and the logarithm of its performance. */
export interface TrendDay {
  row: readonly number[];
  value: number;
}

export interface TrendFit extends Fit {
  /** standard deviation of clear days about the trend */
  sigma: number;
  /** how surely each day was clear, 0 to 1 */
  clear: number[];
}

/** Mean of what haze takes, as a logarithm; of what clouds take; and the share of days above anything that the sky allows. */
const HAZE = 0.05;
const CLOUD = 0.7;
const BROKEN = 0.01;
const BROKEN_DENSITY = 0.5;
const SIGMA_LEAST = 0.002;
const SIGMA_START = 0.015;
const SIGMA_MOST = 0.06;
const MOST_ROUNDS = 200;

/** Density of clear-day scatter minus an exponential loss of the given mean: what a cloud leaves. @param r residual */
function cloudDensity(r: number, sigma: number, mean: number): number {
  const tail = normalShare(-r / sigma - sigma / mean);
  return tail > 0 ? (tail * Math.exp(r / mean + sigma ** 2 / (2 * mean ** 2))) / mean : 0;
}

/**
 * A straight trend with steps through the clear days of a series that does not say which days were clear.
 *
 * A clear day lies about the trend with a normal scatter; haze and cloud take something off, never add: exponential
 * losses of a small and of a large mean. Which day is which follows from the densities, the trend from the days that are
 * likely clear, and so in turn until nothing moves (expectation and maximisation). It starts from `start`, the densest
 * line of points, since anything else may settle on the clouds.
 *
 * @returns null where too little is clear to settle the trend
 * @see Dempster, Laird, Rubin, Journal of the Royal Statistical Society B 39 (1977) 1, for the method
 */
export function fitClearDays(days: readonly TrendDay[], start: readonly number[]): TrendFit | null {
  let coefficients = [...start];
  let sigma = SIGMA_START;
  let shares = { clear: 0.6, haze: 0.15, cloud: 0.25 };
  let clear: number[] = [];
  let equations: Equation[] = [];
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const residuals = days.map(({ row, value }) => value - dot(row, coefficients));
    let [haze, cloud] = [0, 0];
    clear = residuals.map((r) => {
      const p = (shares.clear * normalDensity(r / sigma)) / sigma;
      const h = shares.haze * cloudDensity(r, sigma, HAZE);
      const c = shares.cloud * cloudDensity(r, sigma, CLOUD);
      const all = p + h + c + BROKEN * BROKEN_DENSITY;
      haze += h / all;
      cloud += c / all;
      return p / all;
    });
    const count = clear.reduce((sum, weight) => sum + weight, 0);
    equations = days.map(({ row, value }, index): Equation => ({ row, value, weight: clear[index] ?? 0 }));
    const next = leastSquaresCoefficients(equations);
    if (next === null || count <= coefficients.length) return null;
    const moved = Math.max(...next.map((value, index) => Math.abs(value - (coefficients[index] ?? 0))));
    coefficients = next;
    const squares = equations.reduce(
      (sum, { row, value, weight }) => sum + weight * (value - dot(row, coefficients)) ** 2,
      0,
    );
    const scatter = Math.sqrt(squares / (count - coefficients.length));
    const settled = moved < 1e-8 && Math.abs(scatter - sigma) < 1e-8;
    sigma = Math.min(SIGMA_MOST, Math.max(SIGMA_LEAST, scatter));
    const total = count + haze + cloud;
    shares = { clear: count / total, haze: haze / total, cloud: cloud / total };
    if (settled) break;
  }
  const fit = leastSquares(equations);
  return fit && { ...fit, sigma, clear };
}

/** Sum of the products of two series of the same length. */
export const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, value, index) => sum + value * (b[index] ?? 0), 0);

/** Slopes tried for the densest line, a day, and the width of the window in which days are counted together. */
const SLOPES = Array.from({ length: 61 }, (_, index) => -0.008 + index * 0.0002);
const WINDOW = 0.03;

/**
 * The line and steps along which most days lie closest together.
 * @param groups days between steps, in order: the level is free in each
 * @returns level and slope of the first group's line and the level of each group
 */
export function densestLine(groups: readonly (readonly { time: number; value: number }[])[]): {
  slope: number;
  levels: number[];
} {
  let best = { score: -1, slope: 0, levels: groups.map(() => 0) };
  for (const slope of SLOPES) {
    const dense = groups.map((days) => densest(days.map(({ time, value }) => value - slope * time)));
    const score = dense.reduce((sum, { count }) => sum + count, 0) - Math.abs(slope) * 10;
    if (score > best.score) best = { score, slope, levels: dense.map(({ centre }) => centre) };
  }
  return best;
}

/** Places at which a window is tried: enough to come within a fraction of its width of the best. */
const CENTRES = 60;

/** What a day above the window counts against it: the sky gives no more than a clear day's, so clouds lie below. */
const ABOVE = 0.5;

/**
 * Where the most values lie within a window, counted with less weight towards its edges, so that the best is one place.
 * Values above the window speak against it: a cluster with clear days over it is one of clouds.
 */
function densest(values: readonly number[]): { centre: number; count: number } {
  const sorted = Float64Array.from(values).sort();
  const stride = Math.max(1, Math.floor(sorted.length / CENTRES));
  let best = { centre: values[0] ?? 0, count: Number.NEGATIVE_INFINITY };
  let from = 0;
  for (let index = 0; index < sorted.length; index += stride) {
    const centre = sorted[index] as number;
    while ((sorted[from] as number) < centre - WINDOW) from += 1;
    let count = 0;
    let other = from;
    for (; other < sorted.length; other += 1) {
      const away = Math.abs((sorted[other] as number) - centre);
      if (away >= WINDOW) {
        if ((sorted[other] as number) > centre) break;
        continue;
      }
      count += 1 - away / WINDOW;
    }
    count -= ABOVE * (sorted.length - other);
    if (count > best.count) best = { centre, count };
  }
  return best;
}
