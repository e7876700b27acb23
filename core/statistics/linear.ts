/** Small symmetric matrices, kept as the rows of their lower triangle. */
export type Triangle = Float64Array[];

export const triangle = (width: number, value: (row: number, column: number) => number): Triangle =>
  Array.from({ length: width }, (_, row) => Float64Array.from({ length: row + 1 }, (__, column) => value(row, column)));

/** Least variance on the diagonal, so that what moves as one leaves a matrix that can be rooted. */
const LEAST = 1e-10;

/** Cholesky's root: L with L L' = matrix. @param least pivots are at least so much */
export function rootOf(matrix: Triangle, least = LEAST): Triangle {
  const root: Triangle = [];
  for (const [row, line] of matrix.entries()) {
    const own = new Float64Array(row + 1);
    for (let column = 0; column <= row; column += 1) {
      const other = column === row ? own : (root[column] as Float64Array);
      let rest = line[column] as number;
      for (let k = 0; k < column; k += 1) rest -= (own[k] as number) * (other[k] as number);
      own[column] = column === row ? Math.sqrt(Math.max(least, rest)) : rest / (other[column] as number);
    }
    root.push(own);
  }
  return root;
}

/** Solves L x = b. */
export function forward(root: Triangle, b: ArrayLike<number>): Float64Array {
  const x = new Float64Array(root.length);
  for (let row = 0; row < root.length; row += 1) {
    const line = root[row] as Float64Array;
    let rest = b[row] as number;
    for (let k = 0; k < row; k += 1) rest -= (line[k] as number) * (x[k] as number);
    x[row] = rest / (line[row] as number);
  }
  return x;
}

/** Solves L' x = b. */
export function backward(root: Triangle, b: ArrayLike<number>): Float64Array {
  const x = new Float64Array(root.length);
  for (let row = root.length - 1; row >= 0; row -= 1) {
    let rest = b[row] as number;
    for (let k = row + 1; k < root.length; k += 1)
      rest -= ((root[k] as Float64Array)[row] as number) * (x[k] as number);
    x[row] = rest / ((root[row] as Float64Array)[row] as number);
  }
  return x;
}

/** L x. */
export function times(root: Triangle, x: ArrayLike<number>): Float64Array {
  return Float64Array.from(root, (line) => {
    let sum = 0;
    for (let k = 0; k < line.length; k += 1) sum += (line[k] as number) * (x[k] as number);
    return sum;
  });
}

/** Inverse of L L', times a factor. */
export function inverseOf(root: Triangle, factor = 1): Triangle {
  const columns = root.map((_, at) =>
    backward(
      root,
      forward(
        root,
        root.map((__, row) => Number(row === at)),
      ),
    ),
  );
  return triangle(root.length, (row, column) => factor * ((columns[column] as Float64Array)[row] as number));
}
