import { backSubstitution, choleskyFactor, forwardSubstitution, lowerTriangle } from '../statistics/cholesky.ts';

/** One thing that could be read: what each member says it would show, and how far the reading would be out. */
export interface Reading {
  /** one for each member */
  shown: readonly number[];
  sigma: number;
}

const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** How two things vary together over the members. */
function shared(a: readonly number[], b: readonly number[]): number {
  const [meanA, meanB] = [meanOf(a), meanOf(b)];
  return a.reduce((sum, one, at) => sum + (one - meanA) * ((b[at] as number) - meanB), 0) / a.length;
}

/**
 * How far the loss would still be out after some readings (C17): less what is shared between them and it over the members.
 *
 * @param losses one for each member, a fraction
 * @returns standard deviation, a fraction; never more than before
 */
export function spreadAfter(losses: readonly number[], readings: readonly Reading[]): number {
  const before = shared(losses, losses);
  return Math.sqrt(Math.max(0, before - explained(losses, readings, 1)));
}

/**
 * How far the loss would be out if some of the readings that the members have heard had not been taken: the same the other
 * way round.
 * @returns standard deviation, a fraction; infinite where without them nothing would be known
 */
export function spreadWithout(losses: readonly number[], readings: readonly Reading[]): number {
  return Math.sqrt(shared(losses, losses) + explained(losses, readings, -1));
}

/** Variance of the loss that readings take away (sign 1), or had taken away (sign -1). */
function explained(losses: readonly number[], readings: readonly Reading[], sign: 1 | -1): number {
  if (readings.length === 0) return 0;
  const noise = lowerTriangle(
    readings.length,
    (i, j) =>
      shared(readings[i]?.shown ?? [], readings[j]?.shown ?? []) +
      (i === j ? sign * (readings[i]?.sigma ?? 0) ** 2 : 0),
  ).map((line) => line.map((one) => sign * one));
  if (sign < 0 && !isSound(noise)) return Number.POSITIVE_INFINITY;
  const factor = choleskyFactor(noise);
  const along = readings.map(({ shown }) => shared(losses, shown));
  const weights = backSubstitution(factor, forwardSubstitution(factor, along));
  return along.reduce((sum, one, at) => sum + one * (weights[at] as number), 0);
}

/** Whether a matrix can be rooted: readings that the members follow more closely than their own error cannot be taken back. */
function isSound(matrix: readonly Float64Array[]): boolean {
  const factor = choleskyFactor(matrix.map((line) => line.slice()));
  return matrix.every((line, row) => {
    const own = factor[row] as Float64Array;
    const square = own.reduce((sum, one) => sum + one * one, 0);
    return square <= (line[row] as number) * (1 + 1e-6);
  });
}
