import type { LayeredState } from '../soiling/layered.ts';
import { seededRandom } from '../statistics/random.ts';
import { FACTORS, type Factor, type Factors, factorsOf, PRIOR_SPREAD } from './factors.ts';
import { importanceSample } from './importance.ts';
import { inverseDensity, type ObservationModel } from './mode.ts';
import type { History, Observation } from './observed.ts';
import { comparable, type Predicted, predictor, scaleOf } from './predict.ts';

/** Every observation is taken for a Student's t of so many degrees of freedom: one wild piece of evidence must not carry the answer. */
export const DEGREES_OF_FREEDOM = 4;
const MEMBERS = 200;

export interface Member {
  /** at the end of the last day, a fraction */
  loss: number;
  /** what the glass carries then */
  state: Required<LayeredState>;
  factors: Factors;
  /** which of several histories it belongs to, from 0 */
  history: number;
}

/** A piece of evidence against what all others predict of it, on the scale on which its kind is compared. */
export interface Surprise {
  index: number;
  /** in standard deviations of both together */
  z: number;
  /** what the others predict, and how surely */
  centre: number;
  sd: number;
}

export interface Posterior {
  /** at the end of the last day, a fraction */
  loss: { mean: number; sd: number; p10: number; p50: number; p90: number };
  /** of the logarithm of each factor */
  parameters: Record<Factor, { mean: number; sd: number }>;
  /** equally likely, from the least loss to the greatest */
  members: Member[];
  /** how far each piece of evidence lies from what all others predict, in standard deviations of both together */
  surprises: Surprise[];
  /** how many independent draws the answer is worth */
  effective: number;
}

export interface Assimilation extends History {
  /** standard deviations of the logarithms that replace the house's */
  prior?: Partial<Factors>;
  /** means of the logarithms, where they are not 0 */
  priorMean?: Partial<Factors>;
  /** how many to return; default 200 */
  members?: number;
  /** default 1 */
  seed?: number;
}

/**
 * One estimate from all that is known of an array (C17): the house's expectation, weighed by every piece of evidence.
 *
 * @param onStep told the share of the work that is done, 0 to 1
 */
export const assimilate = (input: Assimilation, onStep?: (share: number) => void): Posterior =>
  assimilateOver([input], onStep);

/**
 * The same where a part of the record is not known and was drawn: one history for each way that it may have gone, with the
 * same evidence, each weighed by how likely it makes what they saw.
 */
export function assimilateOver(inputs: readonly Assimilation[], onStep?: (share: number) => void): Posterior {
  const drawn = inputs.map((input, at) =>
    drawsOf(input, at, inputs.length, (share) => onStep?.((at + share) / inputs.length)),
  );
  const top = Math.max(...drawn.map(({ logEvidence: evidence }) => evidence));
  const worths = drawn.map(({ logEvidence: evidence }) => Math.exp(evidence - top));
  const all = worths.reduce((sum, worth) => sum + worth, 0);
  const runs = drawn.flatMap((one) => one.runs);
  const weights = Float64Array.from(
    drawn.flatMap((one, at) => Array.from(one.weights, (weight) => (weight * (worths[at] as number)) / all)),
  );
  const order = runs.map((_, at) => at);
  order.sort((a, b) => (runs[a]?.loss ?? 0) - (runs[b]?.loss ?? 0));
  const at = (shares: readonly number[]) => weighedQuantiles(order, weights, shares).map((one) => runs[one] as Run);
  const [first] = drawn;
  const count = inputs[0]?.members ?? MEMBERS;
  const [p10, p50, p90] = at([0.1, 0.5, 0.9]).map(({ loss }) => loss) as [number, number, number];
  return {
    loss: {
      ...weighedMoments(
        Float64Array.from(runs, ({ loss }) => loss),
        weights,
      ),
      p10,
      p50,
      p90,
    },
    parameters: Object.fromEntries(
      FACTORS.map((name, dimension) => {
        const logs = Float64Array.from(runs, (one) => one.logs[dimension] as number);
        return [name, weighedMoments(logs, weights)];
      }),
    ) as Posterior['parameters'],
    members: at(Array.from({ length: count }, (_, member) => (member + 0.5) / count)).map(
      ({ loss, state, logs, history }) => ({
        loss,
        state,
        history,
        factors: factorsOf((_, dimension) => Math.exp(logs[dimension] as number)),
      }),
    ),
    surprises: first
      ? surprisesOf(
          first.model,
          runs.map((one) => one.observations),
          weights,
          first.same,
        )
      : [],
    effective: drawn.reduce((sum, { effective }, index) => sum + (effective * (worths[index] as number)) / all, 0),
  };
}

/** One draw: what the factors are, what the evidence should have seen, and how the array stands. */
interface Run extends Predicted {
  logs: Float64Array;
  /** which of the histories it belongs to */
  history: number;
}

function drawsOf(input: Assimilation, history: number, among: number, onStep: (share: number) => void) {
  const middle = FACTORS.map((name) => input.priorMean?.[name] ?? 0);
  const spread = FACTORS.map((name) => input.prior?.[name] ?? PRIOR_SPREAD[name]);
  // What nobody doubts is no unknown.
  const places = spread.flatMap((one, at) => (one > 0 ? [at] : []));
  const { observations, same } = distinct(input.observations);
  const run = predictor({ ...input, observations });
  const logsOf = (point: ArrayLike<number>) => {
    const logs = Float64Array.from(middle);
    for (const [at, place] of places.entries())
      logs[place] = (logs[place] as number) + (spread[place] as number) * (point[at] as number);
    return logs;
  };
  // A draw is weighed and later told of: it is run once.
  const ran = new Map<ArrayLike<number>, Predicted & { logs: Float64Array }>();
  const ranAt = (point: ArrayLike<number> & object) => {
    const known = ran.get(point);
    if (known) return known;
    const logs = logsOf(point);
    const found = { logs, ...run(logs) };
    ran.set(point, found);
    return found;
  };
  const model: ObservationModel = {
    width: places.length,
    values: observations.map(comparable),
    scales: observations.map(scaleOf),
    degreesOfFreedom: DEGREES_OF_FREEDOM,
    predict: (point) => ranAt(point).observations,
  };
  const { points, ...drawn } = importanceSample(model, seededRandom((input.seed ?? 1) + history), among, onStep);
  const runs = points.map((point): Run => ({ history, ...ranAt(point) }));
  return { ...drawn, runs, model, same };
}

function weighedMoments(values: Float64Array, weights: Float64Array): { mean: number; sd: number } {
  let [mean, squares] = [0, 0];
  for (let at = 0; at < values.length; at += 1) mean += (weights[at] as number) * (values[at] as number);
  for (let at = 0; at < values.length; at += 1)
    squares += (weights[at] as number) * ((values[at] as number) - mean) ** 2;
  return { mean, sd: Math.sqrt(squares) };
}

/** Which of the draws stand where shares of all weight are passed. @param shares rising */
function weighedQuantiles(order: readonly number[], weights: Float64Array, shares: readonly number[]): number[] {
  let passed = 0;
  let at = 0;
  return shares.map((share) => {
    while (at < order.length - 1 && passed + (weights[order[at] as number] as number) < share) {
      passed += weights[order[at] as number] as number;
      at += 1;
    }
    return order[at] as number;
  });
}

/** Each piece of evidence against what the others predict: the draws weighed as if it had not spoken. */
function surprisesOf(
  model: ObservationModel,
  predicted: readonly Float64Array[],
  weights: Float64Array,
  same: readonly number[],
): Posterior['surprises'] {
  const told = model.values.map((value, index) => {
    let [total, sum, squares] = [0, 0, 0];
    for (let draw = 0; draw < predicted.length; draw += 1) {
      const one = predicted[draw]?.[index] as number;
      const weight = (weights[draw] as number) * inverseDensity(model, value - one, index);
      total += weight;
      sum += weight * one;
      squares += weight * one * one;
    }
    const centre = sum / total;
    const scale = model.scales[index] as number;
    const variance = Math.max(0, squares / total - centre * centre);
    return { z: (value - centre) / Math.sqrt(variance + scale * scale), centre, sd: Math.sqrt(variance) };
  });
  return same.map((at, index) => ({ index, ...(told[at] as Omit<Surprise, 'index'>) }));
}

/**
 * Each piece of evidence once: the same thing said again of the same day is not a second piece of evidence.
 * @returns for each that was given, which of the distinct it is
 */
function distinct(given: readonly Observation[]): { observations: Observation[]; same: number[] } {
  const places = new Map<string, number>();
  const observations: Observation[] = [];
  const same = given.map((one) => {
    const key = [one.kind, one.day, one.value, one.sigma].join(' ');
    const known = places.get(key) ?? observations.push(one) - 1;
    places.set(key, known);
    return known;
  });
  return { observations, same };
}
