import type { Effectiveness } from '../assumptions.ts';
import { filmLossTabled } from '../modules/filmLoss.ts';
import { radians } from '../units/angles.ts';

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
  /** loss to patches that neither come nor go in the record (lichen seen, algae, moss), a fraction; default 0 */
  standingLoss?: number;
  /** how many times the odds that a way's figure gives a wash takes the bonded film off here; default 1 */
  removalOdds?: number;
}

export const LAYERED_DEFAULTS = {
  rainScale: 5,
  bondingPerDew: 0.03,
  bondedRainFactor: 0.1,
  droppingsRainFactor: 0.15,
  lichenGrowth: 1,
  standingLoss: 0,
  removalOdds: 1,
} as const;

/** The parameters with the house's figures where none is given, laid out the same way each time. */
export const withDefaults = (given: LayeredParameters): Required<LayeredParameters> => ({
  rainScale: given.rainScale ?? LAYERED_DEFAULTS.rainScale,
  bondingPerDew: given.bondingPerDew ?? LAYERED_DEFAULTS.bondingPerDew,
  bondedRainFactor: given.bondedRainFactor ?? LAYERED_DEFAULTS.bondedRainFactor,
  droppingsRainFactor: given.droppingsRainFactor ?? LAYERED_DEFAULTS.droppingsRainFactor,
  lichenDensity: given.lichenDensity,
  lichenGrowth: given.lichenGrowth ?? LAYERED_DEFAULTS.lichenGrowth,
  mismatch: given.mismatch,
  standingLoss: given.standingLoss ?? LAYERED_DEFAULTS.standingLoss,
  removalOdds: given.removalOdds ?? LAYERED_DEFAULTS.removalOdds,
});

export interface LayeredState {
  /** g/m2 */
  loose: number;
  /** g/m2 */
  bonded: number;
  /** share of the glass covered */
  droppings: number;
  /** m */
  lichenRadius: number;
  /** share of the standing patches that is still there; default 1 */
  standingLeft?: number;
}

export const CLEAN_GLASS: LayeredState = { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0 };

/** One value a day of each, all of the same length. */
export interface LayeredDays {
  /** mm */
  rain: ArrayLike<number>;
  /** the chance of dew, 0 to 1 */
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
  cleanings?: readonly LayeredCleaning[];
}

export interface LayeredCleaning {
  /** index from 0 */
  day: number;
  effectiveness: Effectiveness;
  /** part of the array that was washed; default 1 */
  share?: number;
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

const coverOf = (density: number, radius: number): number =>
  density === 0 ? 0 : 1 - Math.exp(-density * Math.PI * radius * radius);

/** Lichen after a cleaning, m of radius: what is left covers as much as the colonies would at that radius. */
function lichenAfter(radius: number, density: number, effectiveness: number): number {
  if (density === 0 || effectiveness === 0) return radius;
  const bare = 1 - coverOf(density, radius);
  const after = bare + effectiveness * (1 - bare);
  return Math.sqrt(Math.max(0, -Math.log(after)) / (density * Math.PI));
}

/** A share at so many times its odds: all stays all, and nothing nothing. */
export const atOdds = (share: number, times: number): number =>
  times === 1 ? share : (share * times) / (1 - share + share * times);

/**
 * Glass under the layers as it goes through its days: the one step of this model, which every use of it takes. Its fields are
 * declared, not defined: they are numbers from the first moment, which makes millions of such days six times as fast.
 */
export class LayeredGlass {
  /** g/m2 */
  declare loose: number;
  /** g/m2 */
  declare bonded: number;
  /** share of the glass covered */
  declare droppings: number;
  /** m */
  declare lichenRadius: number;
  declare standingLeft: number;
  private declare readonly cosTilt: number;
  private declare readonly perMm: number;
  private declare readonly growth: number;
  private declare readonly bondingPerDew: number;
  private declare readonly bondedRainFactor: number;
  private declare readonly droppingsRainFactor: number;
  private declare readonly lichenDensity: number;
  private declare readonly mismatch: number;
  private declare readonly standingLoss: number;
  private declare readonly removalOdds: number;

  /** @param surfaceTilt degrees */
  constructor(surfaceTilt: number, parameters: LayeredParameters, initial: LayeredState) {
    const figures = withDefaults(parameters);
    this.loose = initial.loose;
    this.bonded = initial.bonded;
    this.droppings = initial.droppings;
    this.lichenRadius = initial.lichenRadius;
    this.standingLeft = initial.standingLeft ?? 1;
    this.cosTilt = Math.cos(radians(surfaceTilt));
    this.perMm = -rainAtTilt(surfaceTilt) / figures.rainScale;
    this.growth = (figures.lichenGrowth / DAYS_A_YEAR) * METRES_PER_MM;
    this.bondingPerDew = figures.bondingPerDew;
    this.bondedRainFactor = figures.bondedRainFactor;
    this.droppingsRainFactor = figures.droppingsRainFactor;
    this.lichenDensity = figures.lichenDensity;
    this.mismatch = figures.mismatch;
    this.standingLoss = figures.standingLoss;
    this.removalOdds = figures.removalOdds;
  }

  /** @param share part of the array that is washed */
  clean(effectiveness: Effectiveness, share = 1): void {
    this.loose *= 1 - share * effectiveness.loose;
    this.bonded *= 1 - share * atOdds(effectiveness.bonded, this.removalOdds);
    this.droppings *= 1 - share * effectiveness.droppings;
    this.lichenRadius = lichenAfter(this.lichenRadius, this.lichenDensity, share * effectiveness.lichen);
    this.standingLeft *= 1 - share * effectiveness.lichen;
  }

  /** One day, in the order of C6 after its cleaning: what settles, dew (a chance), rain (mm), growth. */
  pass(rain: number, dew: number, deposition: number, droppings: number): void {
    this.settle(this.onTheFace(deposition), droppings, this.bonding(dew), this.taken(rain));
  }

  /** What of the dust on a horizontal plane settles on the face, g/m2. */
  onTheFace(deposition: number): number {
    return deposition * this.cosTilt;
  }

  /** Share of the loose film that a day's dew bonds. */
  bonding(dew: number): number {
    return this.bondingPerDew * dew;
  }

  /** Share of the loose film that a day's rain takes. */
  taken(rain: number): number {
    return rain > 0 ? 1 - Math.exp(this.perMm * rain) : 0;
  }

  /** One day whose shares are known: dust on the face, fresh droppings, share bonded, share of the loose film taken. */
  settle(dust: number, fresh: number, bonded: number, taken: number): void {
    const loose = this.loose + dust;
    this.loose = loose * (1 - bonded) * (1 - taken);
    this.bonded = (this.bonded + loose * bonded) * (1 - this.bondedRainFactor * taken);
    this.droppings =
      Math.min(1, this.droppings + fresh * (1 - this.droppings)) * (1 - this.droppingsRainFactor * taken);
    this.lichenRadius += this.growth;
  }

  /**
   * Days one after another, each as `pass` has it: where a history is run thousands of times, without asking for each day.
   * @param from the first of them @param to the day after the last @param dust @param fresh what deposition and droppings are
   *   multiplied by
   */
  passDays(
    { rain, dew, deposition, droppings }: Record<keyof LayeredDays, Float64Array>,
    from: number,
    to: number,
    dust: number,
    fresh: number,
  ): void {
    const { bondingPerDew, bondedRainFactor, droppingsRainFactor, growth, perMm } = this;
    const settling = dust * this.cosTilt;
    let [loose, bonded, dropped, radius] = [this.loose, this.bonded, this.droppings, this.lichenRadius];
    for (let day = from; day < to; day += 1) {
      const bonding = bondingPerDew * (dew[day] as number);
      const fell = rain[day] as number;
      const taken = fell > 0 ? 1 - Math.exp(perMm * fell) : 0;
      loose += (deposition[day] as number) * settling;
      bonded = (bonded + loose * bonding) * (1 - bondedRainFactor * taken);
      loose *= (1 - bonding) * (1 - taken);
      dropped += (droppings[day] as number) * fresh * (1 - dropped);
      dropped = Math.min(1, dropped) * (1 - droppingsRainFactor * taken);
      radius += growth;
    }
    this.loose = loose;
    this.bonded = bonded;
    this.droppings = dropped;
    this.lichenRadius = radius;
  }

  lichenCover(): number {
    return coverOf(this.lichenDensity, this.lichenRadius);
  }

  filmLoss(): number {
    return filmLossTabled(this.loose + this.bonded);
  }

  /** output soiled/output clean, of what lies there now. @param film its loss, and the lichen's cover, where they are known already */
  soilingRatio(film = this.filmLoss(), lichen = this.lichenCover()): number {
    return (
      (1 - film) *
      (1 - Math.min(1, this.mismatch * this.droppings)) *
      (1 - Math.min(1, this.mismatch * lichen)) *
      (1 - Math.min(MOST_STANDING_LOSS, this.standingLoss * this.standingLeft))
    );
  }

  state(): Required<LayeredState> {
    const { loose, bonded, droppings, lichenRadius, standingLeft } = this;
    return { loose, bonded, droppings, lichenRadius, standingLeft };
  }

  /** Goes back to what lay there at some time. */
  comeBackTo({ loose, bonded, droppings, lichenRadius, standingLeft }: Required<LayeredState>): void {
    this.loose = loose;
    this.bonded = bonded;
    this.droppings = droppings;
    this.lichenRadius = lichenRadius;
    this.standingLeft = standingLeft;
  }
}

/** Standing patches never take all. */
const MOST_STANDING_LOSS = 0.95;

/**
 * The planning model of soiling (C6): loose film that rain takes, bonded film that it mostly leaves, droppings, and
 * lichen that grows until it covers. A house model that joins published laws; both schools on rain are in it.
 *
 * @returns arrays with one value for each day
 * @see Coello and Boyle 2019 for the film's loss; the rest is the house's own, see the assumptions
 */
export function soilingByLayers({
  surfaceTilt,
  parameters,
  initial,
  days,
  cleanings = [],
}: LayeredModel): LayeredCourse {
  const count = days.rain.length;
  const ordered = [...cleanings].sort((a, b) => a.day - b.day);
  const glass = new LayeredGlass(surfaceTilt, parameters, initial);
  const course: LayeredCourse = {
    loose: new Float64Array(count),
    bonded: new Float64Array(count),
    droppings: new Float64Array(count),
    lichenCover: new Float64Array(count),
    filmLoss: new Float64Array(count),
    soilingRatio: new Float64Array(count),
    end: initial,
  };
  let next = 0;
  for (let day = 0; day < count; day += 1) {
    for (let due = ordered[next]; due?.day === day; due = ordered[next]) {
      glass.clean(due.effectiveness, due.share);
      next += 1;
    }
    glass.pass(days.rain[day] ?? 0, days.dew[day] ?? 0, days.deposition[day] ?? 0, days.droppings[day] ?? 0);
    course.loose[day] = glass.loose;
    course.bonded[day] = glass.bonded;
    course.droppings[day] = glass.droppings;
    const [film, lichen] = [glass.filmLoss(), glass.lichenCover()];
    course.lichenCover[day] = lichen;
    course.filmLoss[day] = film;
    course.soilingRatio[day] = glass.soilingRatio(film, lichen);
  }
  course.end = glass.state();
  return course;
}
