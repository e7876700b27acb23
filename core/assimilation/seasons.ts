import { inverseFromFactor, type LowerTriangle } from '../statistics/cholesky.ts';
import { dateOfNumber, dayNumber, dayOfYear } from '../time/dates.ts';
import { SEASONS, type Season, seasonOf } from '../weather/index.ts';
import { FACTORS, type Factor, PRIOR_SPREAD } from './factors.ts';
import { climbToMode } from './mode.ts';
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

/**
 * What is said of the dust of each season beside the others: from the posterior's mean on, all factors and four more, one
 * for the dust of each season, are fitted to what the evidence saw.
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
  const at = (point: Float64Array) => priors.map(({ mean, sd }, place) => mean + sd * (point[place] as number));
  const start = Float64Array.from(priors, ({ mean, sd }, place) => {
    const factor = unknown[place];
    return factor === undefined ? 0 : ((middle[factor] as number) - mean) / sd;
  });
  const { point, precisionFactor: curvature } = climbToMode(
    {
      width: priors.length,
      values: input.observations.map(comparable),
      scales: input.observations.map(scaleOf),
      degreesOfFreedom: DEGREES_OF_FREEDOM,
      predict: (asked) => {
        const found = at(asked);
        const logs = [...middle];
        for (const [place, factor] of unknown.entries()) logs[factor] = found[place] as number;
        const bySeason = found.slice(unknown.length).map(Math.exp);
        const deposition = Float64Array.from(
          input.days.deposition,
          (mass, day) => mass * (bySeason[seasonAt[day] as number] as number),
        );
        return predictor({ ...input, days: { ...input.days, deposition } })(logs).observations;
      },
    },
    start,
  );
  return contrasts(at(point).slice(unknown.length), inverseFromFactor(curvature, OPEN ** 2), unknown.length);
}

/** Each season against the mean of all. */
function contrasts(logs: readonly number[], covariance: LowerTriangle, begin: number): SeasonSaid[] {
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
