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

export interface Quantiles {
  p10: number;
  p50: number;
  p90: number;
  mean: number;
}

/** Tenth, fiftieth and ninetieth percentile with the mean. */
export const quantilesOf = (values: readonly number[]): Quantiles => ({
  p10: quantile(values, 0.1),
  p50: quantile(values, 0.5),
  p90: quantile(values, 0.9),
  mean: mean(values),
});

/**
 * The p-quantile of values that do not all count the same: between the middles of their weights, in their order.
 * @param weights one for each value, not negative, not all 0
 */
export function weightedQuantile(values: readonly number[], weights: readonly number[], p: number): number {
  const order = values.map((_, at) => at).sort((a, b) => (values[a] ?? 0) - (values[b] ?? 0));
  const wanted = p * sum(weights);
  let passed = 0;
  let [value, middle] = [Number.NaN, 0];
  for (const at of order) {
    const weight = weights[at] ?? 0;
    if (weight <= 0) continue;
    const [own, next] = [values[at] ?? Number.NaN, passed + weight / 2];
    if (wanted <= next)
      return Number.isNaN(value) ? own : value + ((own - value) * (wanted - middle)) / (next - middle);
    [value, middle] = [own, next];
    passed += weight;
  }
  return value;
}

/** The same of weighted values. */
export const weightedQuantiles = (values: readonly number[], weights: readonly number[]): Quantiles => ({
  p10: weightedQuantile(values, weights, 0.1),
  p50: weightedQuantile(values, weights, 0.5),
  p90: weightedQuantile(values, weights, 0.9),
  mean: sum(values.map((value, at) => value * (weights[at] ?? 0))) / sum(weights),
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
