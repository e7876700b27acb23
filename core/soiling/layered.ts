import type { Effectiveness } from '../assumptions.ts';
import { radians } from '../units/angles.ts';
import { filmLoss } from './filmLoss.ts';

export interface LayeredParameters {
  /** mm of rain that leave 1/e of the loose film at 20 degrees of tilt; default 5 */
  rainScale?: number;
  /** share of the loose film that a dew day bonds; default 0.03. 0: rain cleans. High: rain never does. */
  bondingPerDew?: number;
  /** what rain takes of the bonded film, as a share of what it takes of the loose; default 0.1 */
  bondedRainFactor?: number;
  /** likewise of droppings; default 0.15 */
  droppingsRainFactor?: number;
  /** colonies per m2 */
  lichenDensity: number;
  /** mm of radius a year; default 1 */
  lichenGrowth?: number;
  /** how many times its own area a patch costs in power here (C7, for the string at hand) */
  mismatch: number;
}

export const LAYERED_DEFAULTS = {
  rainScale: 5,
  bondingPerDew: 0.03,
  bondedRainFactor: 0.1,
  droppingsRainFactor: 0.15,
  lichenGrowth: 1,
} as const;

export interface LayeredState {
  /** g/m2 */
  loose: number;
  /** g/m2 */
  bonded: number;
  /** share of the glass covered */
  droppings: number;
  /** m */
  lichenRadius: number;
}

export const CLEAN_GLASS: LayeredState = { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0 };

/** One value a day of each, all of the same length. */
export interface LayeredDays {
  /** mm */
  rain: ArrayLike<number>;
  /** 1 on a day with dew, else 0 */
  dew: ArrayLike<number>;
  /** settling on a horizontal plane, g/m2 */
  deposition: ArrayLike<number>;
  /** share of the glass freshly covered */
  droppings: ArrayLike<number>;
}

export interface LayeredModel {
  /** degrees */
  surfaceTilt: number;
  parameters: LayeredParameters;
  initial: LayeredState;
  days: LayeredDays;
  /** act at the start of their day */
  cleanings?: readonly { day: number; effectiveness: Effectiveness }[];
}

/** The state at the end of each day. */
export interface LayeredCourse {
  loose: Float64Array;
  bonded: Float64Array;
  droppings: Float64Array;
  lichenCover: Float64Array;
  filmLoss: Float64Array;
  soilingRatio: Float64Array;
  /** from which the days after these can go on */
  end: LayeredState;
}

const DAYS_A_YEAR = 365;
const METRES_PER_MM = 1 / 1000;

/** How much better rain washes at a tilt than at 20 degrees. */
export const rainAtTilt = (surfaceTilt: number): number =>
  Math.min(1.75, Math.max(0.25, Math.sin(radians(surfaceTilt)) / Math.sin(radians(20))));

const coverOf = (density: number, radius: number): number => 1 - Math.exp(-density * Math.PI * radius * radius);

/** Lichen after a cleaning, m of radius: what is left covers as much as the colonies would at that radius. */
function lichenAfter(radius: number, density: number, effectiveness: number): number {
  if (density === 0 || effectiveness === 0) return radius;
  const bare = 1 - coverOf(density, radius);
  const after = bare + effectiveness * (1 - bare);
  return Math.sqrt(Math.max(0, -Math.log(after)) / (density * Math.PI));
}

/**
 * The planning model of soiling (C6): loose film that rain takes, bonded film that it mostly leaves, droppings, and
 * lichen that grows until it covers. A house model that joins published laws; both schools on rain are in it.
 *
 * @returns arrays with one value for each day
 * @see Coello and Boyle 2019 for the film's loss; the rest is the house's own, see the assumptions
 */
export function soilingByLayers(model: LayeredModel): LayeredCourse {
  const { days } = model;
  const { rainScale, bondingPerDew, bondedRainFactor, droppingsRainFactor, lichenDensity, lichenGrowth, mismatch } = {
    ...LAYERED_DEFAULTS,
    ...model.parameters,
  };
  const count = days.rain.length;
  const cosTilt = Math.cos(radians(model.surfaceTilt));
  const tiltFactor = rainAtTilt(model.surfaceTilt);
  const growth = (lichenGrowth / DAYS_A_YEAR) * METRES_PER_MM;
  const cleanings = [...(model.cleanings ?? [])].sort((a, b) => a.day - b.day);
  const course: LayeredCourse = {
    loose: new Float64Array(count),
    bonded: new Float64Array(count),
    droppings: new Float64Array(count),
    lichenCover: new Float64Array(count),
    filmLoss: new Float64Array(count),
    soilingRatio: new Float64Array(count),
    end: model.initial,
  };
  let { loose, bonded, droppings, lichenRadius: radius } = model.initial;
  let next = 0;
  for (let day = 0; day < count; day += 1) {
    for (; cleanings[next]?.day === day; next += 1) {
      const removed = cleanings[next]?.effectiveness as Effectiveness;
      loose *= 1 - removed.loose;
      bonded *= 1 - removed.bonded;
      droppings *= 1 - removed.droppings;
      radius = lichenAfter(radius, lichenDensity, removed.lichen);
    }
    loose += (days.deposition[day] ?? 0) * cosTilt;
    droppings = Math.min(1, droppings + (days.droppings[day] ?? 0) * (1 - droppings));
    if (days.dew[day]) {
      const bonding = bondingPerDew * loose;
      loose -= bonding;
      bonded += bonding;
    }
    const rain = days.rain[day] ?? 0;
    if (rain > 0) {
      const taken = 1 - Math.exp((-tiltFactor * rain) / rainScale);
      loose *= 1 - taken;
      bonded *= 1 - bondedRainFactor * taken;
      droppings *= 1 - droppingsRainFactor * taken;
    }
    radius += growth;
    const cover = lichenDensity === 0 ? 0 : coverOf(lichenDensity, radius);
    const film = filmLoss(loose + bonded);
    course.loose[day] = loose;
    course.bonded[day] = bonded;
    course.droppings[day] = droppings;
    course.lichenCover[day] = cover;
    course.filmLoss[day] = film;
    course.soilingRatio[day] =
      (1 - film) * (1 - Math.min(1, mismatch * droppings)) * (1 - Math.min(1, mismatch * cover));
  }
  course.end = { loose, bonded, droppings, lichenRadius: radius };
  return course;
}
