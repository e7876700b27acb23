import { rootOf, type Triangle, times, triangle } from '../statistics/linear.ts';
import { gammaDraw, normalDraw, type Random } from '../statistics/random.ts';

/** A bell to draw from: Student's t of several unknowns. */
export interface Bell {
  /** how much of a mixture is drawn from it */
  share: number;
  centre: Float64Array;
  /** of its scale matrix */
  root: Triangle;
  /** logarithm of the root's determinant */
  logRoot: number;
}

/** Degrees of freedom: tails heavy enough to reach what a bell does not fit. */
const TAIL = 3;
/** A bell that explains less than this of a hill keeps its shape, and is drawn from as often. */
const LEAST_SHARE = 0.02;
/** So that what moves as one leaves a bell some width. */
/** A bell is drawn wider than it fits: what lies beyond it must be met to be weighed. */
const WIDER = 1.5;
const LEAST_WIDTH = 1e-6;

export function bell(share: number, centre: Float64Array, root: Triangle): Bell {
  return { share, centre, root, logRoot: root.reduce((sum, line, at) => sum + Math.log(line[at] as number), 0) };
}

export function drawFrom({ centre, root }: Bell, random: Random): Float64Array {
  const stretch = 1 / Math.sqrt(gammaDraw(random, TAIL / 2, 2) / TAIL);
  const away = times(
    root,
    centre.map(() => normalDraw(random)),
  );
  return centre.map((one, at) => one + stretch * (away[at] as number));
}

const scratch = new Float64Array(64);

/** Squared distance of a point from a bell's centre, in the bell's own scale. Asked millions of times: nothing is laid out anew. */
function distance({ centre, root }: Bell, point: Float64Array): number {
  let squares = 0;
  for (let row = 0; row < point.length; row += 1) {
    const line = root[row] as Float64Array;
    let rest = (point[row] as number) - (centre[row] as number);
    for (let k = 0; k < row; k += 1) rest -= (line[k] as number) * (scratch[k] as number);
    const one = rest / (line[row] as number);
    scratch[row] = one;
    squares += one * one;
  }
  return squares;
}

/** Density of a bell, less a constant that all bells share. */
function densityOf(one: Bell, point: Float64Array): number {
  return Math.exp(-((TAIL + point.length) / 2) * Math.log1p(distance(one, point) / TAIL) - one.logRoot);
}

/** Density of a mixture, less the same constant. */
export function mixtureOf(bells: readonly Bell[], point: Float64Array): number {
  let sum = 0;
  for (const one of bells) sum += one.share * densityOf(one, point);
  return sum;
}

/**
 * Bells fitted to weighed points, each to those that it explains best.
 * @param total what their shares add up to
 */
export function fitted(
  bells: readonly Bell[],
  { points, weights }: { points: readonly Float64Array[]; weights: Float64Array },
  total: number,
): Bell[] {
  const explained = points.map((point) => {
    const own = Float64Array.from(bells, (one) => one.share * densityOf(one, point));
    const sum = own.reduce((a, b) => a + b, 0);
    return sum > 0 ? own.map((one) => one / sum) : own;
  });
  const next = bells.map((one, at) =>
    fitOne(
      one,
      points,
      points.map((_, p) => (weights[p] as number) * (explained[p]?.[at] as number)),
    ),
  );
  const sum = next.reduce((shares, { share }) => shares + share, 0);
  return next.map((one) => ({ ...one, share: (total * one.share) / sum }));
}

function fitOne(one: Bell, points: readonly Float64Array[], weights: readonly number[]): Bell {
  const width = one.centre.length;
  const share = weights.reduce((sum, weight) => sum + weight, 0);
  if (share < LEAST_SHARE) return { ...one, share: LEAST_SHARE };
  const pulls = points.map((point, at) => ((weights[at] as number) * (TAIL + width)) / (TAIL + distance(one, point)));
  const pulled = pulls.reduce((sum, pull) => sum + pull, 0);
  const middle = one.centre.map(
    (_, k) => points.reduce((sum, point, at) => sum + (pulls[at] as number) * (point[k] as number), 0) / pulled,
  );
  const products = triangle(width, () => 0);
  for (const [at, point] of points.entries())
    for (let i = 0; i < width; i += 1) {
      const line = products[i] as Float64Array;
      const along = (pulls[at] as number) * ((point[i] as number) - (middle[i] as number));
      for (let j = 0; j <= i; j += 1)
        line[j] = (line[j] as number) + along * ((point[j] as number) - (middle[j] as number));
    }
  const matrix = triangle(
    width,
    (i, j) => (((products[i] as Float64Array)[j] as number) * WIDER) / share + (i === j ? LEAST_WIDTH : 0),
  );
  return bell(share, middle, rootOf(matrix));
}
