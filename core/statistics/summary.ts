/** 0 of nothing. */
export const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

/** Arithmetic mean; NaN of nothing. */
export const mean = (values: readonly number[]): number => sum(values) / values.length;

/** Sample standard deviation (n - 1); 0 of fewer than two values. */
export function standardDeviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const centre = mean(values);
  return Math.sqrt(sum(values.map((value) => (value - centre) ** 2)) / (values.length - 1));
}

/** The p-quantile, 0 to 1, by linear interpolation between order statistics (Hyndman and Fan 1996, type 7). */
export function quantile(values: readonly number[], p: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  const position = (sorted.length - 1) * p;
  const below = Math.floor(position);
  const low = sorted[below] ?? Number.NaN;
  const high = sorted[Math.min(below + 1, sorted.length - 1)] ?? Number.NaN;
  return low + (high - low) * (position - below);
}

export interface Spread {
  p10: number;
  p50: number;
  p90: number;
  mean: number;
}

/** Tenth, fiftieth and ninetieth percentile with the mean. */
export const spread = (values: readonly number[]): Spread => ({
  p10: quantile(values, 0.1),
  p50: quantile(values, 0.5),
  p90: quantile(values, 0.9),
  mean: mean(values),
});

/** The band that holds four in five of some values, and the middle one. */
export const fourInFive = (values: readonly number[]): { low: number; mid: number; high: number } => ({
  low: quantile(values, 0.1),
  mid: quantile(values, 0.5),
  high: quantile(values, 0.9),
});

/** Some of many, evenly from all of them in their order; all where there are no more. */
export function evenly<T>(all: readonly T[], count: number): T[] {
  const kept = Math.min(count, all.length);
  return Array.from({ length: kept }, (_, at) => all[Math.floor(((at + 0.5) * all.length) / kept)] as T);
}
