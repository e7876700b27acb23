import type { LayeredState } from '../soiling/layered.ts';
import { seededRandom } from '../statistics/random.ts';
import { FACTORS, type Factor, type Factors, factorsOf, PRIOR_SPREAD } from './factors.ts';
import { weighedDraws } from './importance.ts';
import { logDensity, type Witnessed } from './mode.ts';
import type { History, Observation } from './observed.ts';
import { comparable, predictor, scaleOf } from './predict.ts';

/** Every observation is taken for a Student's t of so many degrees of freedom: one wild witness must not carry the answer. */
const DEGREES_OF_FREEDOM = 4;
const MEMBERS = 200;

export interface Member {
  /** at the end of the last day, a fraction */
  loss: number;
  /** what the glass carries then */
  state: Required<LayeredState>;
  factors: Factors;
}

export interface Posterior {
  /** at the end of the last day, a fraction */
  loss: { mean: number; sd: number; p10: number; p50: number; p90: number };
  /** of the logarithm of each factor */
  parameters: Record<Factor, { mean: number; sd: number }>;
  /** equally likely, from the least loss to the greatest */
  members: Member[];
  /** how far each witness lies from what all others predict, in standard deviations of both together */
  surprises: { index: number; z: number }[];
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
 * One estimate from all that is known of an array (C17): the house's expectation, weighed by every witness.
 *
 * @param onStep told the share of the work that is done, 0 to 1
 */
export function assimilate(input: Assimilation, onStep?: (share: number) => void): Posterior {
  const middle = FACTORS.map((name) => input.priorMean?.[name] ?? 0);
  const spread = FACTORS.map((name) => input.prior?.[name] ?? PRIOR_SPREAD[name]);
  const { observations, same } = distinct(input.observations);
  const run = predictor({ ...input, observations });
  const logsOf = (point: ArrayLike<number>) =>
    Float64Array.from(middle, (mean, at) => mean + (spread[at] as number) * (point[at] as number));
  const witnessed: Witnessed = {
    width: FACTORS.length,
    values: observations.map(comparable),
    scales: observations.map(scaleOf),
    degreesOfFreedom: DEGREES_OF_FREEDOM,
    predict: (point) => run(logsOf(point)).observations,
  };
  const drawn = weighedDraws(witnessed, seededRandom(input.seed ?? 1), onStep);
  const runs = drawn.points.map((point) => {
    const logs = logsOf(point);
    return { logs, ...run(logs) };
  });
  const order = runs.map((_, at) => at);
  order.sort((a, b) => (runs[a]?.loss ?? 0) - (runs[b]?.loss ?? 0));
  const losses = Float64Array.from(runs, ({ loss }) => loss);
  const at = (share: number) => runs[weighedQuantile(order, drawn.weights, share)] as (typeof runs)[number];
  const count = input.members ?? MEMBERS;
  return {
    loss: { ...weighedMoments(losses, drawn.weights), p10: at(0.1).loss, p50: at(0.5).loss, p90: at(0.9).loss },
    parameters: Object.fromEntries(
      FACTORS.map((name, dimension) => {
        const logs = Float64Array.from(runs, (one) => one.logs[dimension] as number);
        return [name, weighedMoments(logs, drawn.weights)];
      }),
    ) as Posterior['parameters'],
    members: Array.from({ length: count }, (_, member) => {
      const { loss, state, logs } = at((member + 0.5) / count);
      return { loss, state, factors: factorsOf((__, dimension) => Math.exp(logs[dimension] as number)) };
    }),
    surprises: surprisesOf(
      witnessed,
      runs.map((one) => one.observations),
      drawn.weights,
      same,
    ),
    effective: drawn.effective,
  };
}

function weighedMoments(values: Float64Array, weights: Float64Array): { mean: number; sd: number } {
  let [mean, squares] = [0, 0];
  for (let at = 0; at < values.length; at += 1) mean += (weights[at] as number) * (values[at] as number);
  for (let at = 0; at < values.length; at += 1)
    squares += (weights[at] as number) * ((values[at] as number) - mean) ** 2;
  return { mean, sd: Math.sqrt(squares) };
}

/** Which of the draws stands where a share of all weight is passed. */
function weighedQuantile(order: readonly number[], weights: Float64Array, share: number): number {
  let passed = 0;
  for (const at of order) {
    passed += weights[at] as number;
    if (passed >= share) return at;
  }
  return order.at(-1) as number;
}

/** Each witness against what the others predict: the draws weighed as if it had not spoken. */
function surprisesOf(
  witnessed: Witnessed,
  predicted: readonly Float64Array[],
  weights: Float64Array,
  same: readonly number[],
): Posterior['surprises'] {
  const z = witnessed.values.map((value, index) => {
    let [total, sum, squares] = [0, 0, 0];
    for (let draw = 0; draw < predicted.length; draw += 1) {
      const one = predicted[draw]?.[index] as number;
      const weight = (weights[draw] as number) * Math.exp(-logDensity(witnessed, value - one, index));
      total += weight;
      sum += weight * one;
      squares += weight * one * one;
    }
    const centre = sum / total;
    const scale = witnessed.scales[index] as number;
    return (value - centre) / Math.sqrt(Math.max(0, squares / total - centre * centre) + scale * scale);
  });
  return same.map((at, index) => ({ index, z: z[at] as number }));
}

/**
 * Each witness once: the same thing said again of the same day is not a second witness.
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
