import { inverseOf, rootOf, type Triangle, triangle } from '../statistics/linear.ts';
import { normalDraw, type Random } from '../statistics/random.ts';
import { type Bell, bell, drawFrom, fitted, mixtureOf } from './bells.ts';
import { logPosterior, type Mode, modeFrom, type Witnessed } from './mode.ts';

/** Draws with their weights, which add up to 1. */
export interface Weighed {
  points: Float64Array[];
  weights: Float64Array;
  /** how many independent draws they are worth (Kish) */
  effective: number;
  /** logarithm of how likely it was to see what was seen, less a constant of the witnesses */
  evidence: number;
}
type Draws = Pick<Weighed, 'points' | 'weights'>;

/** Draws before anything was seen, in each round after, rounds at least and at most, and what they should be worth. */
const FIRST = 600;
const ROUND = 1500;
const ROUNDS = { least: 2, most: 8 } as const;
const WORTH = 1000;
/** Share of each round that is drawn as if nothing had been seen, so that no corner is forgotten. */
const UNSEEN = 0.1;
/** Bells that are fitted: one for each bend that a hill may have. */
const BELLS = 6;
/** A draw that weighs less changes nothing. */
const LEAST_WEIGHT = 1e-7;

interface Pool {
  points: Float64Array[];
  heights: number[];
  /** sum over the rounds of draws x density, of each point */
  densities: number[];
  rounds: { draws: number; bells: readonly Bell[] }[];
}

/**
 * Draws from a posterior: bells are laid on its heights, drawn from, weighed by how likely each draw is after all, and
 * fitted to what weighs most, round by round; draws of all rounds count together.
 *
 * @param among how many posteriors are put together afterwards: each of them needs to be worth less
 * @param onStep told the share of the rounds that is done
 * @see Cornuet, Marin, Mira and Robert, Scandinavian Journal of Statistics 39 (2012) 798; the fit by Cappe, Douc, Guillin,
 *   Marin and Robert, Statistics and Computing 18 (2008) 447
 */
export function weighedDraws(
  witnessed: Witnessed,
  random: Random,
  among = 1,
  onStep?: (share: number) => void,
): Weighed {
  const pool: Pool = { points: [], heights: [], densities: [], rounds: [] };
  const unseen = bell(UNSEEN, new Float64Array(witnessed.width), unit(witnessed.width));
  if (witnessed.values.length === 0) return asBefore(witnessed.width, Math.ceil(FIRST / among), random);
  drawRound(pool, witnessed, [{ ...unseen, share: 1 }], FIRST, random);
  let bells = bellsOn(heightsOf(witnessed, pool));
  let weights = weightsOf(pool);
  for (let round = 0; round < ROUNDS.most; round += 1) {
    if (round >= ROUNDS.least && worthOf(weights) >= WORTH / among) break;
    drawRound(pool, witnessed, [unseen, ...bells], Math.ceil(ROUND / Math.sqrt(among)), random);
    weights = weightsOf(pool);
    const kept = thinned(pool.points, weights);
    bells = fitted(round === 0 ? spread(bells, kept, random) : bells, kept, 1 - UNSEEN);
    onStep?.((round + 1) / ROUNDS.most);
  }
  return { ...thinned(pool.points, weights), effective: worthOf(weights), evidence: evidenceOf(pool) };
}

/**
 * Nothing was seen: all is as likely as it was, and each draw weighs the same. Each comes with its mirror image: what one of
 * them has too much of the other has too little of.
 */
function asBefore(width: number, pairs: number, random: Random): Weighed {
  const points = Array.from({ length: pairs }, () => {
    const point = Float64Array.from({ length: width }, () => normalDraw(random));
    return [point, point.map((one) => -one)];
  }).flat();
  return {
    points,
    weights: new Float64Array(points.length).fill(1 / points.length),
    effective: points.length,
    evidence: 0,
  };
}

const unit = (width: number): Triangle => triangle(width, (row, column) => Number(row === column));

function drawRound(pool: Pool, witnessed: Witnessed, bells: readonly Bell[], draws: number, random: Random): void {
  // What was drawn before could have been drawn in this round too.
  for (const [at, point] of pool.points.entries())
    pool.densities[at] = (pool.densities[at] as number) + draws * mixtureOf(bells, point);
  pool.rounds.push({ draws, bells });
  for (let draw = 0; draw < draws; draw += 1) {
    const point = drawFrom(pick(bells, (draw + random()) / draws), random);
    pool.points.push(point);
    pool.heights.push(logPosterior(witnessed, point));
    pool.densities.push(pool.rounds.reduce((sum, round) => sum + round.draws * mixtureOf(round.bells, point), 0));
  }
}

/** The bell in which a share of all falls. */
function pick(bells: readonly Bell[], at: number): Bell {
  let passed = 0;
  for (const one of bells) {
    passed += one.share;
    if (at < passed) return one;
  }
  return bells.at(-1) as Bell;
}

/** Logarithm of what each draw weighs. */
const logWeights = ({ heights, densities }: Pool): number[] =>
  heights.map((height, at) => height - Math.log(densities[at] as number));

const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);

function weightsOf(pool: Pool): Float64Array {
  const logs = logWeights(pool);
  const top = most(logs);
  return scaled(Float64Array.from(logs, (log) => Math.exp(log - top)));
}

function evidenceOf(pool: Pool): number {
  const logs = logWeights(pool);
  const top = most(logs);
  return top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0));
}

function scaled(weights: Float64Array): Float64Array {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}

function worthOf(weights: Float64Array): number {
  let squares = 0;
  for (const weight of weights) squares += weight * weight;
  return 1 / squares;
}

function thinned(points: readonly Float64Array[], weights: Float64Array): Draws {
  const heavy = (_: unknown, at: number) => (weights[at] as number) > LEAST_WEIGHT;
  return { points: points.filter(heavy), weights: scaled(weights.filter(heavy)) };
}

/** Where the posterior is high: climbed to from the middle and from the two best draws; the same height counts once. */
function heightsOf(witnessed: Witnessed, pool: Pool): Mode[] {
  const best = pool.points.map((_, at) => at);
  best.sort((a, b) => (pool.heights[b] as number) - (pool.heights[a] as number));
  const starts = [new Float64Array(witnessed.width), ...best.slice(0, 2).map((at) => pool.points[at] as Float64Array)];
  const modes: Mode[] = [];
  for (const start of starts) {
    const mode = modeFrom(witnessed, start);
    if (!modes.some((known) => isSame(known, mode))) modes.push(mode);
  }
  const top = Math.max(...modes.map(({ height }) => height));
  return modes.filter(({ height }) => height > top - 10);
}

/** Whether two heights lie within one standard deviation of each other. */
function isSame({ point, curvature }: Mode, other: Mode): boolean {
  const away = point.map((one, at) => one - (other.point[at] as number));
  let squares = 0;
  for (let column = 0; column < away.length; column += 1) {
    let sum = 0;
    for (let row = column; row < away.length; row += 1)
      sum += ((curvature[row] as Float64Array)[column] as number) * (away[row] as number);
    squares += sum * sum;
  }
  return squares < 1;
}

/** Two bells on each height: one as it curves there, one twice as wide. */
function bellsOn(modes: readonly Mode[]): Bell[] {
  const share = (1 - UNSEEN) / (2 * modes.length);
  return modes.flatMap(({ point, curvature }) =>
    [1.5, 6].map((wider) => bell(share, point, rootOf(inverseOf(curvature, wider)))),
  );
}

/** Bells for a bent hill: on weighed draws, each as wide as all of them together. */
function spread(bells: readonly Bell[], { points, weights }: Draws, random: Random): Bell[] {
  const [whole] = fitted(bells.slice(0, 1), { points, weights }, 1) as [Bell];
  return Array.from({ length: BELLS }, (_, at) => {
    let due = (at + random()) / BELLS;
    const from = weights.findIndex((weight) => {
      due -= weight;
      return due <= 0;
    });
    return bell((1 - UNSEEN) / BELLS, points[Math.max(0, from)] as Float64Array, whole.root);
  });
}
