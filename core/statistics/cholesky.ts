/** Small symmetric matrices, kept as the rows of their lower triangle. */
export type LowerTriangle = Float64Array[];

export const lowerTriangle = (width: number, value: (row: number, column: number) => number): LowerTriangle =>
  Array.from({ length: width }, (_, row) => Float64Array.from({ length: row + 1 }, (__, column) => value(row, column)));

/** Least variance on the diagonal, so that what moves as one leaves a matrix that has a factor. */
const LEAST = 1e-10;

/** Cholesky factor: L with L L' = matrix. @param least pivots are at least so much */
export function choleskyFactor(matrix: LowerTriangle, least = LEAST): LowerTriangle {
  const factor: LowerTriangle = [];
  for (const [row, line] of matrix.entries()) {
    const own = new Float64Array(row + 1);
    for (let column = 0; column <= row; column += 1) {
      const other = column === row ? own : (factor[column] as Float64Array);
      let rest = line[column] as number;
      for (let k = 0; k < column; k += 1) rest -= (own[k] as number) * (other[k] as number);
      own[column] = column === row ? Math.sqrt(Math.max(least, rest)) : rest / (other[column] as number);
    }
    factor.push(own);
  }
  return factor;
}

/** Solves L x = b. */
export function forwardSubstitution(factor: LowerTriangle, b: ArrayLike<number>): Float64Array {
  const x = new Float64Array(factor.length);
  for (let row = 0; row < factor.length; row += 1) {
    const line = factor[row] as Float64Array;
    let rest = b[row] as number;
    for (let k = 0; k < row; k += 1) rest -= (line[k] as number) * (x[k] as number);
    x[row] = rest / (line[row] as number);
  }
  return x;
}

/** Solves L' x = b. */
export function backSubstitution(factor: LowerTriangle, b: ArrayLike<number>): Float64Array {
  const x = new Float64Array(factor.length);
  for (let row = factor.length - 1; row >= 0; row -= 1) {
    let rest = b[row] as number;
    for (let k = row + 1; k < factor.length; k += 1)
      rest -= ((factor[k] as Float64Array)[row] as number) * (x[k] as number);
    x[row] = rest / ((factor[row] as Float64Array)[row] as number);
  }
  return x;
}

/** L x. */
export function lowerProduct(factor: LowerTriangle, x: ArrayLike<number>): Float64Array {
  return Float64Array.from(factor, (line) => {
    let sum = 0;
    for (let k = 0; k < line.length; k += 1) sum += (line[k] as number) * (x[k] as number);
    return sum;
  });
}

/** Inverse of L L', times a scale. */
export function inverseFromFactor(factor: LowerTriangle, scale = 1): LowerTriangle {
  const columns = factor.map((_, at) =>
    backSubstitution(
      factor,
      forwardSubstitution(
        factor,
        factor.map((__, row) => Number(row === at)),
      ),
    ),
  );
  return lowerTriangle(factor.length, (row, column) => scale * ((columns[column] as Float64Array)[row] as number));
}
