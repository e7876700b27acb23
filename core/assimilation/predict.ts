import { filmLossTabled } from '../modules/filmLoss.ts';
import { LayeredGlass, type LayeredState, withDefaults } from '../soiling/layered.ts';
import { FACTORS, type Factor, factorsOf, layFactors } from './factors.ts';
import type { History, Observation, ObservationKind } from './observed.ts';

/** The least film, g/m2, and the least cover that a logarithm is taken of. */
const LEAST = { film: 1e-6, cover: 1e-7 } as const;

const AT = Object.fromEntries(FACTORS.map((name, at) => [name, at])) as Record<Factor, number>;

/** An observation's value on the scale on which its kind is compared. */
export function comparable({ kind, value }: Pick<Observation, 'kind' | 'value'>): number {
  if (kind === 'film') return Math.log(Math.max(LEAST.film, value));
  if (kind === 'cover') return Math.log(Math.max(LEAST.cover, value));
  return kind === 'gain' ? Math.log(value) : value;
}

/** Clear days scatter together: each counts for less than a day of its own (lag-one correlation of 0.13). */
const CORRELATED_DAYS = Math.sqrt(1.3 / 0.7);

/** The scale of an observation's error. */
export const scaleOf = ({ kind, sigma }: Observation): number => (kind === 'energy' ? sigma * CORRELATED_DAYS : sigma);

const READ: Record<ObservationKind, (glass: LayeredGlass, ratio: number, before: number, level: number) => number> = {
  film: ({ loose, bonded }) => Math.log(Math.max(LEAST.film, loose + bonded)),
  cover: ({ droppings }) => Math.log(Math.max(LEAST.cover, droppings)),
  loss: (_, ratio) => 1 - ratio,
  bonded: ({ loose, bonded }) => (loose + bonded > 0 ? bonded / (loose + bonded) : 0),
  gain: (_, ratio, before) => Math.log(ratio / before),
  energy: (_, ratio, __, level) => level + Math.log(ratio),
};
const LEAST_RATIO = 1e-6;

const factor = (logs: ArrayLike<number>, name: Factor): number => Math.exp(logs[AT[name]] ?? 0);

/** By the table, which is nearer than a piece of evidence comes; the loss at the end is the model's own. */
const ratioOf = (glass: LayeredGlass): number =>
  Math.max(LEAST_RATIO, glass.soilingRatio(filmLossTabled(glass.loose + glass.bonded)));

export interface Predicted {
  /** one for each observation, on the scale on which its kind is compared */
  observations: Float64Array;
  /** at the end of the last day, a fraction */
  loss: number;
  state: Required<LayeredState>;
}

/**
 * Runs a history under given factors.
 * @returns for one logarithm for each of FACTORS: what the evidence should have seen, and how the array stands after the
 *   last day
 */
export function predictor(history: History): (logs: ArrayLike<number>) => Predicted {
  const { surfaceTilt } = history;
  const figures = withDefaults(history.parameters);
  const days = {
    rain: Float64Array.from(history.days.rain),
    dew: Float64Array.from(history.days.dew),
    deposition: Float64Array.from(history.days.deposition),
    droppings: Float64Array.from(history.days.droppings),
  };
  const count = days.rain.length;
  const cleanings = [...history.cleanings].sort((a, b) => a.day - b.day);
  const lastCleaned = cleanings.at(-1)?.day ?? Number.POSITIVE_INFINITY;
  const order = [...history.observations.entries()].sort(([, one], [, other]) => one.day - other.day);
  const beforeWash = new Set(order.flatMap(([, { kind, day }]) => (kind === 'gain' ? [day - 1] : [])));
  // Days after which something is read, or before which the glass is cleaned: those between are passed together.
  const asked = [...cleanings.map(({ day }) => day - 1), ...order.map(([, { day }]) => day), ...beforeWash, count - 1];
  const stops = [...new Set(asked)].filter((day) => day >= 0 && day < count).sort((a, b) => a - b);
  return (logs) => {
    const glass = new LayeredGlass(
      surfaceTilt,
      layFactors(
        figures,
        factorsOf((_, at) => Math.exp(logs[at] ?? 0)),
      ),
      history.initial,
    );
    const dustFactor = factor(logs, 'deposition');
    const recentFactor = dustFactor * factor(logs, 'recent');
    const droppingsFactor = factor(logs, 'droppings');
    const level = logs[AT.level] ?? 0;
    const observations = new Float64Array(order.length);
    let [from, cleaning, item, ratioBefore] = [0, 0, 0, 1];
    for (const day of stops) {
      for (let due = cleanings[cleaning]; due?.day === from; due = cleanings[cleaning]) {
        glass.clean(due.effectiveness, due.share);
        cleaning += 1;
      }
      glass.passDays(days, from, day + 1, from >= lastCleaned ? recentFactor : dustFactor, droppingsFactor);
      from = day + 1;
      for (let seen = order[item]; seen?.[1].day === day; seen = order[item]) {
        observations[seen[0]] = READ[seen[1].kind](glass, ratioOf(glass), ratioBefore, level);
        item += 1;
      }
      if (beforeWash.has(day)) ratioBefore = ratioOf(glass);
    }
    return { observations, loss: 1 - Math.max(LEAST_RATIO, glass.soilingRatio()), state: glass.state() };
  };
}
