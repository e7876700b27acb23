/** One equation: the row of the design, what was observed, and how much it counts. */
export interface Equation {
  row: readonly number[];
  value: number;
  weight: number;
}

export interface Fit {
  coefficients: number[];
  /** (X'WX)^-1, row by row */
  inverse: number[][];
}

/**
 * Weighted least squares by the normal equations: for a handful of coefficients of like size.
 * @returns null where the equations do not settle every coefficient
 */
export function leastSquares(equations: readonly Equation[]): Fit | null {
  const count = equations[0]?.row.length ?? 0;
  const normal = Array.from({ length: count }, () => new Array<number>(count).fill(0));
  const right = new Array<number>(count).fill(0);
  for (const { row, value, weight } of equations) {
    for (let i = 0; i < count; i += 1) {
      const scaled = weight * (row[i] ?? 0);
      if (scaled === 0) continue;
      right[i] = (right[i] ?? 0) + scaled * value;
      const target = normal[i] as number[];
      for (let j = 0; j < count; j += 1) target[j] = (target[j] ?? 0) + scaled * (row[j] ?? 0);
    }
  }
  const inverse = invert(normal);
  if (inverse === null) return null;
  const coefficients = inverse.map((row) => row.reduce((sum, value, index) => sum + value * (right[index] ?? 0), 0));
  return { coefficients, inverse };
}

const SINGULAR = 1e-12;

/** Inverse of a symmetric matrix (Gauss and Jordan with pivots); null where it has none. */
export function invert(matrix: readonly (readonly number[])[]): number[][] | null {
  const size = matrix.length;
  const work = matrix.map((row, index) => [...row, ...Array.from({ length: size }, (_, j) => (j === index ? 1 : 0))]);
  const greatest = Math.max(...matrix.flat().map(Math.abs), 0);
  for (let column = 0; column < size; column += 1) {
    let pivot = column;
    for (let row = column + 1; row < size; row += 1)
      if (Math.abs(work[row]?.[column] ?? 0) > Math.abs(work[pivot]?.[column] ?? 0)) pivot = row;
    const chosen = work[pivot] as number[];
    const head = chosen[column] ?? 0;
    if (Math.abs(head) <= SINGULAR * greatest) return null;
    work[pivot] = work[column] as number[];
    work[column] = chosen.map((value) => value / head);
    for (let row = 0; row < size; row += 1) {
      if (row === column) continue;
      const factor = work[row]?.[column] ?? 0;
      if (factor === 0) continue;
      work[row] = (work[row] as number[]).map((value, j) => value - factor * (work[column]?.[j] ?? 0));
    }
  }
  return work.map((row) => row.slice(size));
}
