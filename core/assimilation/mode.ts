import {
  backSubstitution,
  choleskyFactor,
  forwardSubstitution,
  type LowerTriangle,
  lowerTriangle,
} from '../statistics/cholesky.ts';

/** Evidence of unknowns that are standard normal before anything is seen. */
export interface ObservationModel {
  /** how many unknowns */
  width: number;
  /** what was seen */
  values: readonly number[];
  /** the scale of each error, which is Student's t */
  scales: readonly number[];
  /** a whole number */
  degreesOfFreedom: number;
  /** what should have been seen at a point */
  predict(point: Float64Array): Float64Array;
}

/** Logarithm of how likely a point is after all, less a constant; of one so far out that nothing can be predicted, none. */
export function logPosterior(model: ObservationModel, point: Float64Array, predicted = model.predict(point)): number {
  const { values, scales, degreesOfFreedom } = model;
  let sum = 0;
  for (const one of point) sum -= 0.5 * one * one;
  // The logarithm of a product costs one for all of its factors.
  let product = 1;
  for (let at = 0; at < predicted.length; at += 1) {
    product *= stretch((values[at] as number) - (predicted[at] as number), scales[at] as number, degreesOfFreedom);
    if (product > LARGE) {
      sum -= ((degreesOfFreedom + 1) / 2) * Math.log(product);
      product = 1;
    }
  }
  sum -= ((degreesOfFreedom + 1) / 2) * Math.log(product);
  return Number.isNaN(sum) ? Number.NEGATIVE_INFINITY : sum;
}

/** A product that further factors do not carry over the largest number. */
const LARGE = 1e100;

function stretch(error: number, scale: number, degreesOfFreedom: number): number {
  const relative = error / scale;
  return 1 + (relative * relative) / degreesOfFreedom;
}

/** How many times less likely an error of one piece of evidence is than none at all: one over the density of its Student's t. */
export function inverseDensity({ degreesOfFreedom, scales }: ObservationModel, error: number, at: number): number {
  const root = Math.sqrt(stretch(error, scales[at] as number, degreesOfFreedom));
  let power = root;
  for (let factor = 0; factor < degreesOfFreedom; factor += 1) power *= root;
  return power;
}

export interface Mode {
  point: Float64Array;
  logDensity: number;
  /** Cholesky factor of the precision there, the inverse of the covariance */
  precisionFactor: LowerTriangle;
}

const STEPS = 25;
const DIFFERENCE = 1e-4;

/** Climbs to a mode of the posterior (Levenberg and Marquardt, the evidence weighed anew at each step). */
export function climbToMode(model: ObservationModel, start: Float64Array): Mode {
  let point = start;
  let predicted = model.predict(point);
  let logDensity = logPosterior(model, point, predicted);
  let damping = 1e-2;
  let normal = normalEquations(model, point, predicted);
  for (let step = 0; step < STEPS; step += 1) {
    const factor = choleskyFactor(
      lowerTriangle(point.length, (i, j) => entry(normal.matrix, i, j) * (i === j ? 1 + damping : 1)),
    );
    const move = backSubstitution(factor, forwardSubstitution(factor, normal.slope));
    const next = point.map((one, at) => one + (move[at] as number));
    const seen = model.predict(next);
    const reached = logPosterior(model, next, seen);
    if (!(reached > logDensity)) {
      damping *= 6;
      if (damping > 1e6) break;
      continue;
    }
    const gained = reached - logDensity;
    [point, predicted, logDensity, damping] = [next, seen, reached, Math.max(1e-6, damping / 4)];
    normal = normalEquations(model, point, predicted);
    if (gained < 1e-4) break;
  }
  return { point, logDensity, precisionFactor: choleskyFactor(normal.matrix) };
}

const entry = (matrix: LowerTriangle, row: number, column: number): number =>
  (matrix[row] as Float64Array)[column] as number;

function normalEquations(
  { predict, values, scales, degreesOfFreedom }: ObservationModel,
  point: Float64Array,
  predicted: Float64Array,
): { matrix: LowerTriangle; slope: Float64Array } {
  const weights = predicted.map((one, at) => {
    const scale = scales[at] as number;
    const relative = ((values[at] as number) - one) / scale;
    return (degreesOfFreedom + 1) / (degreesOfFreedom + relative * relative) / (scale * scale);
  });
  const slopes = Array.from(point, (_, dimension) => {
    const moved = point.slice();
    moved[dimension] = (moved[dimension] as number) + DIFFERENCE;
    const seen = predict(moved);
    return seen.map((one, at) => (one - (predicted[at] as number)) / DIFFERENCE);
  });
  const weighed = (a: ArrayLike<number>, b: ArrayLike<number>) => {
    let sum = 0;
    for (let at = 0; at < weights.length; at += 1)
      sum += (weights[at] as number) * (a[at] as number) * (b[at] as number);
    return sum;
  };
  const errors = predicted.map((one, at) => (values[at] as number) - one);
  return {
    matrix: lowerTriangle(
      point.length,
      (i, j) => Number(i === j) + weighed(slopes[i] as Float64Array, slopes[j] as Float64Array),
    ),
    slope: point.map((one, i) => weighed(slopes[i] as Float64Array, errors) - one),
  };
}
