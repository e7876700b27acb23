import { choleskyFactor, type LowerTriangle, lowerProduct, lowerTriangle } from '../statistics/cholesky.ts';
import { gammaDraw, normalDraw, type Random } from '../statistics/random.ts';

/** A component of a mixture to draw from: Student's t of several unknowns. */
export interface StudentComponent {
  /** how much of a mixture is drawn from it */
  weight: number;
  location: Float64Array;
  /** Cholesky factor of its scale matrix */
  factor: LowerTriangle;
  /** logarithm of the factor's determinant */
  logDeterminant: number;
}

/** Tails heavy enough to reach what a component does not fit. */
const DEGREES_OF_FREEDOM = 3;
/** A component that explains less than this of the posterior keeps its shape, and is drawn from as often. */
const LEAST_SHARE = 0.02;
/** A component is drawn wider than it fits: what lies beyond it must be met to be weighed. */
const INFLATION = 1.5;
/** So that unknowns that move as one leave a component some width. */
const LEAST_WIDTH = 1e-6;

export function studentComponent(weight: number, location: Float64Array, factor: LowerTriangle): StudentComponent {
  const logDeterminant = factor.reduce((sum, row, at) => sum + Math.log(row[at] as number), 0);
  return { weight, location, factor, logDeterminant };
}

export function drawStudent({ location, factor }: StudentComponent, random: Random): Float64Array {
  const stretch = 1 / Math.sqrt(gammaDraw(random, DEGREES_OF_FREEDOM / 2, 2) / DEGREES_OF_FREEDOM);
  const away = lowerProduct(
    factor,
    location.map(() => normalDraw(random)),
  );
  return location.map((coordinate, at) => coordinate + stretch * (away[at] as number));
}

const scratch = new Float64Array(64);

/** Squared Mahalanobis distance of a point from a component's location. Asked millions of times: nothing is laid out anew. */
function mahalanobisSquared({ location, factor }: StudentComponent, point: Float64Array): number {
  let squares = 0;
  for (let row = 0; row < point.length; row += 1) {
    const line = factor[row] as Float64Array;
    let rest = (point[row] as number) - (location[row] as number);
    for (let k = 0; k < row; k += 1) rest -= (line[k] as number) * (scratch[k] as number);
    const away = rest / (line[row] as number);
    scratch[row] = away;
    squares += away * away;
  }
  return squares;
}

/** Density of a component, less a constant that all components share. */
function studentDensity(component: StudentComponent, point: Float64Array): number {
  return Math.exp(
    -((DEGREES_OF_FREEDOM + point.length) / 2) * Math.log1p(mahalanobisSquared(component, point) / DEGREES_OF_FREEDOM) -
      component.logDeterminant,
  );
}

/** Density of a mixture, less the same constant. */
export function mixtureDensity(components: readonly StudentComponent[], point: Float64Array): number {
  let sum = 0;
  for (const component of components) sum += component.weight * studentDensity(component, point);
  return sum;
}

/**
 * Components fitted to weighted points, each to those that it explains best.
 * @param total what their weights add up to
 */
export function refitComponents(
  components: readonly StudentComponent[],
  { points, weights }: { points: readonly Float64Array[]; weights: Float64Array },
  total: number,
): StudentComponent[] {
  const explained = points.map((point) => {
    const own = Float64Array.from(components, (component) => component.weight * studentDensity(component, point));
    const sum = own.reduce((a, b) => a + b, 0);
    return sum > 0 ? own.map((part) => part / sum) : own;
  });
  const next = components.map((component, at) =>
    refitComponent(
      component,
      points,
      points.map((_, p) => (weights[p] as number) * (explained[p]?.[at] as number)),
    ),
  );
  const sum = next.reduce((weight, component) => weight + component.weight, 0);
  return next.map((component) => ({ ...component, weight: (total * component.weight) / sum }));
}

function refitComponent(
  component: StudentComponent,
  points: readonly Float64Array[],
  weights: readonly number[],
): StudentComponent {
  const width = component.location.length;
  const share = weights.reduce((sum, weight) => sum + weight, 0);
  if (share < LEAST_SHARE) return { ...component, weight: LEAST_SHARE };
  const pulls = points.map(
    (point, at) =>
      ((weights[at] as number) * (DEGREES_OF_FREEDOM + width)) /
      (DEGREES_OF_FREEDOM + mahalanobisSquared(component, point)),
  );
  const pulled = pulls.reduce((sum, pull) => sum + pull, 0);
  const middle = component.location.map(
    (_, k) => points.reduce((sum, point, at) => sum + (pulls[at] as number) * (point[k] as number), 0) / pulled,
  );
  const products = lowerTriangle(width, () => 0);
  for (const [at, point] of points.entries())
    for (let i = 0; i < width; i += 1) {
      const line = products[i] as Float64Array;
      const along = (pulls[at] as number) * ((point[i] as number) - (middle[i] as number));
      for (let j = 0; j <= i; j += 1)
        line[j] = (line[j] as number) + along * ((point[j] as number) - (middle[j] as number));
    }
  const matrix = lowerTriangle(
    width,
    (i, j) => (((products[i] as Float64Array)[j] as number) * INFLATION) / share + (i === j ? LEAST_WIDTH : 0),
  );
  return studentComponent(share, middle, choleskyFactor(matrix));
}
