import {
  backSubstitution,
  choleskyFactor,
  forwardSubstitution,
  inverseFromFactor,
  type LowerTriangle,
  lowerTriangle,
} from './cholesky.ts';

/** One equation: the row of the design, what was observed, and how much it counts. */
export interface Equation {
  row: readonly number[];
  value: number;
  weight: number;
}

export interface Fit {
  coefficients: number[];
  /** (X'WX)^-1, row by row */
  unscaledCovariance: number[][];
}

/**
 * Weighted least squares by the normal equations: for some dozens of coefficients of like size.
 * @returns null where the equations do not settle every coefficient
 */
export function leastSquares(equations: readonly Equation[]): Fit | null {
  const solved = solve(equations);
  if (solved === null) return null;
  const lower = inverseFromFactor(solved.factor);
  const unscaledCovariance = lower.map((_, row) =>
    lower.map((__, column) => lower[Math.max(row, column)]?.[Math.min(row, column)] ?? 0),
  );
  return { coefficients: solved.coefficients, unscaledCovariance };
}

/** The coefficients alone, for fits that are repeated until they settle; null as above. */
export const leastSquaresCoefficients = (equations: readonly Equation[]): number[] | null =>
  solve(equations)?.coefficients ?? null;

/** A pivot of so small a share of the greatest entry is rounding. */
const SINGULAR = 1e-12;

function solve(equations: readonly Equation[]): { coefficients: number[]; factor: LowerTriangle } | null {
  const count = equations[0]?.row.length ?? 0;
  const normal = lowerTriangle(count, () => 0);
  const right = new Float64Array(count);
  for (const { row, value, weight } of equations) {
    if (weight === 0) continue;
    for (let i = 0; i < count; i += 1) {
      const scaled = weight * (row[i] as number);
      if (scaled === 0) continue;
      right[i] = (right[i] as number) + scaled * value;
      const target = normal[i] as Float64Array;
      for (let j = 0; j <= i; j += 1) target[j] = (target[j] as number) + scaled * (row[j] as number);
    }
  }
  const greatest = normal.reduce((most, line) => line.reduce((a, b) => Math.max(a, Math.abs(b)), most), 0);
  const least = SINGULAR * greatest;
  const factor = choleskyFactor(normal, least);
  if (factor.some((line, at) => !((line[at] as number) ** 2 > 2 * least))) return null;
  return { coefficients: Array.from(backSubstitution(factor, forwardSubstitution(factor, right))), factor };
}
