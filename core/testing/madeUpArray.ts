import { type Factors, factorsOf, layFactors, PRIOR_SPREAD } from '../assimilation/factors.ts';
import type { History, Observation } from '../assimilation/observed.ts';
import {
  type Birds,
  DEPOSITION,
  DROPPINGS,
  DUST_DAY_SPREAD,
  EFFECTIVENESS,
  type Surroundings,
} from '../assumptions.ts';
import { CLEAN_GLASS, LayeredGlass } from '../soiling/layered.ts';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { monthOfDay } from '../time/year.ts';
import { CLIMATE_KEYS, climateMonth, climateOf, generateWeatherYears } from '../weather/index.ts';

/** What is known of a made-up array in the situations of C17. */
export const SITUATIONS = {
  nothing: [],
  eye: ['eye'],
  'eye and reading': ['eye', 'reading'],
  'eye and energy': ['eye', 'energy'],
  'eye and patch': ['eye', 'patch'],
  pair: ['eye', 'pair'],
  'pair and energy': ['eye', 'pair', 'energy'],
} as const;
export type Situation = keyof typeof SITUATIONS;

export interface MadeUp {
  history: History;
  /** the true loss at the end of the last day, a fraction */
  loss: number;
}

/** Dust without a season, as the figures of C17 were found: those of green, town and farmland out of harvest. */
const SURROUNDINGS: readonly Surroundings[] = ['green', 'town', 'farmland'];
/** A roost above one in six. */
const BIRDS: readonly Birds[] = ['none', 'none', 'few', 'few', 'few', 'roost'];
const LATITUDE = -33.5;
const MOST_LOSS = 0.5;
const ENERGY_DAYS = 200;
/** Glass under so much that nothing is left has no logarithm. */
const LEAST_RATIO = 1e-6;

/**
 * An array whose truth is known: drawn from what the house expects, with days of dust that scatter, dew
 * that is or is not, and evidence that errs as C17 says that they do. Of the truth nothing goes into the history.
 */
export function madeUpArray(seed: number, situation: Situation): MadeUp {
  // Of glass that has lost over half nobody asks by how much.
  for (let draw = 0; ; draw += 1) {
    const made = drawn(seed + draw * 100_003, situation);
    if (made.loss <= MOST_LOSS) return made;
  }
}

function drawn(seed: number, situation: Situation): MadeUp {
  const random = seededRandom(seed * 7919 + 13);
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;
  const between = (low: number, high: number) => low + (high - low) * random();
  const normal = () => normalDraw(random);

  const climate = climateOf(one(CLIMATE_KEYS));
  const [dust, birds] = [DEPOSITION[one(SURROUNDINGS)], DROPPINGS[one(BIRDS)]];
  const surfaceTilt = between(5, 35);
  const count = Math.floor(between(300, 360));
  const start = Math.floor(between(0, 365));
  const rain = generateWeatherYears(climate, LATITUDE, 2, seed).flatMap((year) => year.rain);
  const calendar = Array.from({ length: count }, (_, day) => (start + day) % 365);
  const days = {
    rain: calendar.map((_, day) => rain[start + day] ?? 0),
    dew: calendar.map((day) => climateMonth(climate.dew, monthOfDay(day), LATITUDE)),
    deposition: calendar.map(() => dust),
    droppings: calendar.map(() => birds),
  };
  const parameters = { lichenDensity: 0, mismatch: 8 };
  const factors = factorsOf((name) => PRIOR_SPREAD[name] * normal());
  const hasPair = (SITUATIONS[situation] as readonly string[]).includes('pair');
  const washed = Math.floor(between(0.35, 0.65) * count);
  const wash = { day: washed, effectiveness: EFFECTIVENESS['fed-pole'], share: one([1, 1, 0.8, 0.6]) };
  const cleanings = hasPair ? [wash] : [];

  const scatter = () => Math.exp(DUST_DAY_SPREAD * normal() - DUST_DAY_SPREAD ** 2 / 2);
  const glass = new LayeredGlass(
    surfaceTilt,
    layFactors(
      parameters,
      factorsOf((name) => Math.exp(factors[name])),
    ),
    CLEAN_GLASS,
  );
  const course = calendar.map((_, day) => {
    if (hasPair && day === washed) glass.clean(wash.effectiveness, wash.share);
    const dusty = Math.exp(factors.deposition + (hasPair && day >= washed ? factors.recent : 0)) * scatter();
    const fresh = Math.exp(factors.droppings);
    glass.pass(
      days.rain[day] ?? 0,
      random() < (days.dew[day] ?? 0) ? 1 : 0,
      (days.deposition[day] ?? 0) * dusty,
      (days.droppings[day] ?? 0) * fresh,
    );
    return { ...glass.state(), ratio: Math.max(LEAST_RATIO, glass.soilingRatio()) };
  });
  const evidence = evidenceOf({ course, factors, washed, hasPair, normal, random });
  const observations = SITUATIONS[situation].flatMap((name) => evidence[name]());
  const history = { surfaceTilt, parameters, initial: CLEAN_GLASS, days, cleanings, observations };
  return { history, loss: 1 - (course.at(-1)?.ratio ?? 1) };
}

interface Truth {
  course: { loose: number; bonded: number; droppings: number; ratio: number }[];
  factors: Factors;
  washed: number;
  hasPair: boolean;
  normal: () => number;
  random: () => number;
}

/** What each piece of evidence says of the truth, with the error that it is taken to have. */
function evidenceOf({ course, factors, washed, hasPair, normal, random }: Truth) {
  const last = course.length - 1;
  const on = (day: number) => course[day] as Truth['course'][number];
  const look = (day: number): Observation[] => {
    const { loose, bonded, droppings } = on(day);
    const [film, cover] = [Math.log(1.7), 0.5];
    return [
      { kind: 'film', day, value: (loose + bonded) * Math.exp(film * normal()), sigma: film },
      { kind: 'cover', day, value: Math.min(1, droppings * Math.exp(cover * normal())), sigma: cover },
    ];
  };
  return {
    eye: () => [...look(last), ...(hasPair ? look(washed - 1) : [])],
    reading: (): Observation[] => [
      { kind: 'loss', day: last, value: 1 - on(last).ratio + 0.035 * normal(), sigma: 0.035 },
    ],
    patch: (): Observation[] => {
      const { loose, bonded, ratio } = on(last);
      const split = bonded / (loose + bonded) + 0.1 * normal();
      return [
        { kind: 'loss', day: last, value: 1 - ratio + 0.01 * normal(), sigma: 0.01 },
        { kind: 'bonded', day: last, value: Math.min(1, Math.max(0, split)), sigma: 0.1 },
      ];
    },
    pair: (): Observation[] => {
      const gain = Math.log(on(washed).ratio / on(washed - 1).ratio) + 0.012 * normal();
      return [{ kind: 'gain', day: washed, value: Math.exp(gain), sigma: 0.012 }];
    },
    energy: (): Observation[] => {
      const clear = 0.45 + 0.35 * random();
      let error = 0.01 * normal();
      return Array.from({ length: ENERGY_DAYS }, (_, at) => last - ENERGY_DAYS + 1 + at).flatMap((day) => {
        // Days scatter together: what one is out by, the next is out by in part.
        error = 0.3 * error + 0.01 * Math.sqrt(1 - 0.3 ** 2) * normal();
        if (random() >= clear) return [];
        return [{ kind: 'energy' as const, day, value: factors.level + Math.log(on(day).ratio) + error, sigma: 0.012 }];
      });
    },
  };
}
