import { dateOfNumber, dayNumber, dayOfYear } from '../units/dates.ts';
import { SEASONS, type Season, seasonOf } from '../weather/index.ts';
import { FACTORS, type Factor, PRIOR_SPREAD } from './factors.ts';
import { backward, forward, inverseOf, rootOf, type Triangle, triangle } from './linear.ts';
import { type Assimilation, DEGREES_OF_FREEDOM, type Posterior } from './posterior.ts';
import { comparable, predictor, scaleOf } from './predict.ts';

/** What an array says of the dust of one season against the mean of all four: of the logarithm. */
export interface SeasonSaid {
  season: Season;
  mean: number;
  sd: number;
}

/** Wide, so that what is said is said by what was seen: how far a season lies from the house's is for whoever puts arrays together. */
const OPEN = 2;
const STEP = 0.05;
const ROUNDS = 4;
/** No unknown moves further in one round than straight lines hold. */
const FURTHEST = 0.5;

/**
 * What is said of the dust of each season beside the others: from the posterior's mean on, all factors and four more, one
 * for the dust of each season, are fitted to what the witnesses saw.
 * @param from of day 0, `YYYY-MM-DD` @param latitude degrees
 */
export function seasonsSaid(
  input: Assimilation,
  { parameters }: Pick<Posterior, 'parameters'>,
  from: string,
  latitude: number,
): SeasonSaid[] {
  if (input.observations.length === 0) return [];
  const first = dayNumber(from);
  const seasonAt = Array.from(input.days.deposition, (_, day) =>
    SEASONS.indexOf(seasonOf(dayOfYear(dateOfNumber(first + day)), latitude)),
  );
  const spreadOf = (at: number) => input.prior?.[FACTORS[at] as Factor] ?? PRIOR_SPREAD[FACTORS[at] as Factor];
  const unknown = FACTORS.flatMap((_, at) => (spreadOf(at) > 0 ? [at] : []));
  const before = unknown.map((at) => ({ mean: input.priorMean?.[FACTORS[at] as Factor] ?? 0, sd: spreadOf(at) }));
  const priors = [...before, ...SEASONS.map(() => ({ mean: 0, sd: OPEN }))];
  const middle = FACTORS.map((name) => parameters[name].mean);
  /** what the witnesses should have seen at a point: the unknown factors, and the seasons behind them */
  const shownAt = (point: readonly number[]): Float64Array => {
    const logs = [...middle];
    for (const [place, at] of unknown.entries()) logs[at] = point[place] as number;
    const factors = SEASONS.map((_, at) => Math.exp(point[unknown.length + at] as number));
    const deposition = Float64Array.from(
      input.days.deposition,
      (mass, day) => mass * (factors[seasonAt[day] as number] as number),
    );
    return predictor({ ...input, days: { ...input.days, deposition } })(logs).observations;
  };
  let point = [...unknown.map((at) => middle[at] as number), ...SEASONS.map(() => 0)];
  let root: Triangle = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const base = shownAt(point);
    const slopes = point.map((_, at) =>
      shownAt(point.map((one, place) => (place === at ? one + STEP : one))).map(
        (one, seen) => (one - (base[seen] as number)) / STEP,
      ),
    );
    const errors = input.observations.map((one, at) => comparable(one) - (base[at] as number));
    const weights = input.observations.map((one, at) => {
      const scale = scaleOf(one);
      const relative = (errors[at] as number) / scale;
      return (DEGREES_OF_FREEDOM + 1) / (DEGREES_OF_FREEDOM + relative * relative) / (scale * scale);
    });
    const weighed = (a: ArrayLike<number>, b: ArrayLike<number>) =>
      weights.reduce((sum, weight, at) => sum + weight * (a[at] as number) * (b[at] as number), 0);
    root = rootOf(
      triangle(
        point.length,
        (i, j) =>
          weighed(slopes[i] as Float64Array, slopes[j] as Float64Array) + (i === j ? 1 / (priors[i]?.sd ?? 1) ** 2 : 0),
      ),
    );
    const pulled = slopes.map((own, at) => {
      const { mean, sd } = priors[at] as { mean: number; sd: number };
      return weighed(own, errors) + (mean - (point[at] as number)) / sd ** 2;
    });
    const move = backward(root, forward(root, pulled));
    point = point.map((one, at) => one + Math.max(-FURTHEST, Math.min(FURTHEST, move[at] as number)));
  }
  return contrasts(point.slice(unknown.length), inverseOf(root), unknown.length);
}

/** Each season against the mean of all. */
function contrasts(logs: readonly number[], covariance: Triangle, begin: number): SeasonSaid[] {
  const between = (i: number, j: number): number =>
    (covariance[begin + Math.max(i, j)] as Float64Array)[begin + Math.min(i, j)] as number;
  const count = SEASONS.length;
  const mean = logs.reduce((sum, one) => sum + one, 0) / count;
  return SEASONS.map((season, at) => {
    const weights = SEASONS.map((_, other) => Number(other === at) - 1 / count);
    const variance = weights.reduce(
      (sum, a, i) => sum + weights.reduce((own, b, j) => own + a * b * between(i, j), 0),
      0,
    );
    return { season, mean: (logs[at] as number) - mean, sd: Math.sqrt(Math.max(0, variance)) };
  });
}
