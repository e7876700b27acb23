import { choleskyFactor, inverseFromFactor, type LowerTriangle, lowerTriangle } from '../statistics/cholesky.ts';
import { normalDraw, type Random } from '../statistics/random.ts';
import { climbToMode, logPosterior, type Mode, type ObservationModel } from './mode.ts';
import {
  drawStudent,
  mixtureDensity,
  refitComponents,
  type StudentComponent,
  studentComponent,
} from './studentMixture.ts';

/** Draws with their weights, which add up to 1. */
export interface WeightedDraws {
  points: Float64Array[];
  weights: Float64Array;
  /** how many independent draws they are worth (Kish) */
  effective: number;
  /** logarithm of how likely it was to see what was seen, less a constant of the evidence */
  logEvidence: number;
}
type Draws = Pick<WeightedDraws, 'points' | 'weights'>;

/** Draws before anything was seen, in each round after, rounds at least and at most, and what they should be worth. */
const FIRST = 600;
const ROUND = 1500;
const ROUNDS = { least: 2, most: 8 } as const;
const WANTED_SIZE = 1000;
/** Share of each round that is drawn as if nothing had been seen, so that no corner is forgotten. */
const PRIOR_SHARE = 0.1;
/** Components that are fitted: one for each bend that a posterior may have. */
const COMPONENTS = 6;
/** A draw that weighs less changes nothing. */
const LEAST_WEIGHT = 1e-7;

interface Pool {
  points: Float64Array[];
  logPosteriors: number[];
  /** sum over the rounds of draws x density, of each point */
  proposalDensities: number[];
  rounds: { draws: number; components: readonly StudentComponent[] }[];
}

/**
 * Draws from a posterior: components are laid on its modes, drawn from, weighed by how likely each draw is after all, and
 * fitted to what weighs most, round by round; draws of all rounds count together.
 *
 * @param among how many posteriors are put together afterwards: each of them needs to be worth less
 * @param onStep told the share of the rounds that is done
 * @see Cornuet, Marin, Mira and Robert, Scandinavian Journal of Statistics 39 (2012) 798; the fit by Cappe, Douc, Guillin,
 *   Marin and Robert, Statistics and Computing 18 (2008) 447
 */
export function importanceSample(
  model: ObservationModel,
  random: Random,
  among = 1,
  onStep?: (share: number) => void,
): WeightedDraws {
  const pool: Pool = { points: [], logPosteriors: [], proposalDensities: [], rounds: [] };
  const priorComponent = studentComponent(PRIOR_SHARE, new Float64Array(model.width), identity(model.width));
  if (model.values.length === 0) return priorDraws(model.width, Math.ceil(FIRST / among), random);
  drawRound(pool, model, [{ ...priorComponent, weight: 1 }], FIRST, random);
  let components = componentsAt(modesOf(model, pool));
  let weights = weightsOf(pool);
  for (let round = 0; round < ROUNDS.most; round += 1) {
    if (round >= ROUNDS.least && effectiveSize(weights) >= WANTED_SIZE / among) break;
    drawRound(pool, model, [priorComponent, ...components], Math.ceil(ROUND / Math.sqrt(among)), random);
    weights = weightsOf(pool);
    const kept = thinned(pool.points, weights);
    components = refitComponents(
      round === 0 ? spreadComponents(components, kept, random) : components,
      kept,
      1 - PRIOR_SHARE,
    );
    onStep?.((round + 1) / ROUNDS.most);
  }
  return { ...thinned(pool.points, weights), effective: effectiveSize(weights), logEvidence: logEvidenceOf(pool) };
}

/**
 * Nothing was seen: all is as likely as it was, and each draw weighs the same. Each comes with its mirror image: what one of
 * them has too much of the other has too little of.
 */
function priorDraws(width: number, pairs: number, random: Random): WeightedDraws {
  const points = Array.from({ length: pairs }, () => {
    const point = Float64Array.from({ length: width }, () => normalDraw(random));
    return [point, point.map((one) => -one)];
  }).flat();
  return {
    points,
    weights: new Float64Array(points.length).fill(1 / points.length),
    effective: points.length,
    logEvidence: 0,
  };
}

const identity = (width: number): LowerTriangle => lowerTriangle(width, (row, column) => Number(row === column));

function drawRound(
  pool: Pool,
  model: ObservationModel,
  components: readonly StudentComponent[],
  draws: number,
  random: Random,
): void {
  // What was drawn before could have been drawn in this round too.
  for (const [at, point] of pool.points.entries())
    pool.proposalDensities[at] = (pool.proposalDensities[at] as number) + draws * mixtureDensity(components, point);
  pool.rounds.push({ draws, components });
  for (let draw = 0; draw < draws; draw += 1) {
    const point = drawStudent(pick(components, (draw + random()) / draws), random);
    pool.points.push(point);
    pool.logPosteriors.push(logPosterior(model, point));
    pool.proposalDensities.push(
      pool.rounds.reduce((sum, round) => sum + round.draws * mixtureDensity(round.components, point), 0),
    );
  }
}

/** The component in which a share of all falls. */
function pick(components: readonly StudentComponent[], at: number): StudentComponent {
  let passed = 0;
  for (const component of components) {
    passed += component.weight;
    if (at < passed) return component;
  }
  return components.at(-1) as StudentComponent;
}

/** Logarithm of what each draw weighs. */
const logWeights = ({ logPosteriors, proposalDensities }: Pool): number[] =>
  logPosteriors.map((height, at) => height - Math.log(proposalDensities[at] as number));

const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);

function weightsOf(pool: Pool): Float64Array {
  const logs = logWeights(pool);
  const top = most(logs);
  return scaled(Float64Array.from(logs, (log) => Math.exp(log - top)));
}

function logEvidenceOf(pool: Pool): number {
  const logs = logWeights(pool);
  const top = most(logs);
  return top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0));
}

function scaled(weights: Float64Array): Float64Array {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}

function effectiveSize(weights: Float64Array): number {
  let squares = 0;
  for (const weight of weights) squares += weight * weight;
  return 1 / squares;
}

function thinned(points: readonly Float64Array[], weights: Float64Array): Draws {
  const heavy = (_: unknown, at: number) => (weights[at] as number) > LEAST_WEIGHT;
  return { points: points.filter(heavy), weights: scaled(weights.filter(heavy)) };
}

/** Where the posterior is high: climbed to from the middle and from the two best draws; the same mode counts once. */
function modesOf(model: ObservationModel, pool: Pool): Mode[] {
  const best = pool.points.map((_, at) => at);
  best.sort((a, b) => (pool.logPosteriors[b] as number) - (pool.logPosteriors[a] as number));
  const starts = [new Float64Array(model.width), ...best.slice(0, 2).map((at) => pool.points[at] as Float64Array)];
  const modes: Mode[] = [];
  for (const start of starts) {
    const mode = climbToMode(model, start);
    if (!modes.some((known) => isSame(known, mode))) modes.push(mode);
  }
  const top = Math.max(...modes.map(({ logDensity }) => logDensity));
  return modes.filter(({ logDensity }) => logDensity > top - 10);
}

/** Whether two modes lie within one standard deviation of each other. */
function isSame({ point, precisionFactor }: Mode, other: Mode): boolean {
  const away = point.map((one, at) => one - (other.point[at] as number));
  let squares = 0;
  for (let column = 0; column < away.length; column += 1) {
    let sum = 0;
    for (let row = column; row < away.length; row += 1)
      sum += ((precisionFactor[row] as Float64Array)[column] as number) * (away[row] as number);
    squares += sum * sum;
  }
  return squares < 1;
}

/** Two components on each mode: one as it curves there, one twice as wide. */
function componentsAt(modes: readonly Mode[]): StudentComponent[] {
  const share = (1 - PRIOR_SHARE) / (2 * modes.length);
  return modes.flatMap(({ point, precisionFactor }) =>
    [1.5, 6].map((wider) => studentComponent(share, point, choleskyFactor(inverseFromFactor(precisionFactor, wider)))),
  );
}

/** Components for a bent posterior: on weighted draws, each as wide as all of them together. */
function spreadComponents(
  components: readonly StudentComponent[],
  { points, weights }: Draws,
  random: Random,
): StudentComponent[] {
  const [whole] = refitComponents(components.slice(0, 1), { points, weights }, 1) as [StudentComponent];
  return Array.from({ length: COMPONENTS }, (_, at) => {
    let due = (at + random()) / COMPONENTS;
    const from = weights.findIndex((weight) => {
      due -= weight;
      return due <= 0;
    });
    return studentComponent((1 - PRIOR_SHARE) / COMPONENTS, points[Math.max(0, from)] as Float64Array, whole.factor);
  });
}
