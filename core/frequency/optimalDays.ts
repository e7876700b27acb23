import { RateGlass, rainCleans } from '../soiling/rate.ts';
import { type Round, shortestRounds } from './shortestRounds.ts';

/** What a unit of loss costs, how fast it grows and when it rains: everything on which the days of cleaning depend. */
export interface FrequencyInput {
  /** loss gained on a dry day, a fraction, or one value for each of 365 days */
  rate: number | readonly number[];
  /** rain of a day that cleans, mm */
  threshold: number | null;
  /** days */
  gracePeriod: number;
  maxLoss: number;
  /** in the money of `dailyValue` */
  cleaningCost: number;
  /** mm, one series of 365 days for each weather year; day 364 is followed by day 0 of the same year */
  rains: readonly (readonly number[])[];
  /** what a loss of 1 costs on each of 365 days */
  dailyValue: readonly number[];
  /** options from 0 to this many cleanings a year */
  maxCleans: number;
  /** also one cleaning every so many years, each at least 2 */
  everyYears?: readonly number[] | undefined;
}

export interface FrequencyOption {
  cleans: number;
  /** lost a year, the mean over the weather years */
  lostValue: number;
  cost: number;
  total: number;
  /** that lose least, from 0 */
  days: number[];
}

export interface LongerInterval {
  everyYears: number;
  /** the best, the lowest where several are */
  day: number;
  /** a year */
  lostValue: number;
  cost: number;
  total: number;
}

export interface FrequencyOutput {
  options: FrequencyOption[];
  longer: LongerInterval[];
}

const DAYS = 365;
/** Values closer than this share are the same. */
const SAME = 1e-12;

/** The rate model, prepared for stepping through days without asking again what kind of input it came from. */
interface Model {
  rate: Float64Array;
  value: Float64Array;
  /** 1 where the day's rain cleans, one row of 365 for each weather year */
  resets: Uint8Array;
  years: number;
  gracePeriod: number;
  maxLoss: number;
}

function modelOf(input: FrequencyInput): Model {
  const { rate, rains, threshold } = input;
  const resets = new Uint8Array(rains.length * DAYS);
  rains.forEach((rain, year) => {
    rain.forEach((depth, day) => {
      resets[year * DAYS + day] = rainCleans(depth, threshold) ? 1 : 0;
    });
  });
  return {
    rate: Float64Array.from({ length: DAYS }, (_, day) => (typeof rate === 'number' ? rate : (rate[day] ?? 0))),
    value: Float64Array.from(input.dailyValue),
    resets,
    years: rains.length,
    gracePeriod: input.gracePeriod,
    maxLoss: input.maxLoss,
  };
}

/**
 * How often to clean and when (C12), exactly, under the rate model.
 *
 * What a day loses depends only on the day of the last cleaning, so the days of a year's cleanings are a closed path
 * whose arcs are the stretches between them; for every first day the shortest such path is found for each number of
 * arcs. A cleaning also ends a period of grace, so the arcs have no order that a short cut could lean on.
 *
 * @returns money a year in the unit of `dailyValue`
 * @see Kimber et al. 2006 for the model
 */
export function optimalDays(input: FrequencyInput): FrequencyOutput {
  const model = modelOf(input);
  const arcs = arcValues(model);
  const most = Math.min(input.maxCleans, DAYS);
  const found = shortestRounds(arcs, most);
  const options = Array.from({ length: most + 1 }, (_, cleans): FrequencyOption => {
    const { value, days } = cleans === 0 ? { value: valueUncleaned(model), days: [] } : (found[cleans] as Round);
    const cost = cleans * input.cleaningCost;
    return { cleans, lostValue: value, cost, total: value + cost, days };
  });
  return { options, longer: longerIntervals(model, input.everyYears ?? [], input.cleaningCost) };
}

/** Loss at the end of each day of each year if nobody cleans: the second of two passes over the year. */
function uncleanedLosses(model: Model): Float64Array {
  const { rate, resets, years } = model;
  const losses = new Float64Array(years * DAYS);
  for (let year = 0; year < years; year += 1) {
    const glass = new RateGlass(model);
    for (let step = 0; step < 2 * DAYS; step += 1) {
      const at = year * DAYS + (step % DAYS);
      losses[at] = glass.day(resets[at] === 1, rate[step % DAYS] as number);
    }
  }
  return losses;
}

function valueUncleaned(model: Model): number {
  const losses = uncleanedLosses(model);
  const sum = losses.reduce((total, loss, at) => total + loss * (model.value[at % DAYS] as number), 0);
  return sum / model.years;
}

/**
 * arcs[from * 366 + length]: lost in the `length` days after a cleaning at the start of day `from`, mean over years.
 *
 * Until the first rain that resets, the loss after a cleaning is the same in every year that is still without such rain;
 * from that rain on it is what it would have been with no cleaning. So a day's sum over the years is one loss times the
 * count of the years that are still dry, and the uncleaned losses of the others, which `wet` carries from day to day.
 */
function arcValues(model: Model): Float64Array {
  const { rate, value, resets, years, maxLoss } = model;
  const width = DAYS + 1;
  const arcs = new Float64Array(DAYS * width);
  const uncleaned = uncleanedLosses(model);
  const toReset = Array.from({ length: years }, (_, year) =>
    stepsToReset(resets.subarray(year * DAYS, (year + 1) * DAYS)),
  );
  const wet = new Float64Array(DAYS);
  const turn = (year: number, from: number, to: number, sign: number) => {
    for (let day = from; day < to; day += 1)
      wet[day % DAYS] = (wet[day % DAYS] as number) + sign * (uncleaned[year * DAYS + (day % DAYS)] as number);
  };
  toReset.forEach((steps, year) => {
    if ((steps[0] as number) < DAYS) turn(year, steps[0] as number, DAYS, 1);
  });
  const firstResets = new Int32Array(width);
  for (let from = 0; from < DAYS; from += 1) {
    firstResets.fill(0);
    for (const steps of toReset)
      firstResets[steps[from] as number] = (firstResets[steps[from] as number] as number) + 1;
    let dry = years;
    let loss = 0;
    let sum = 0;
    for (let step = 0; step < DAYS; step += 1) {
      const day = (from + step) % DAYS;
      dry -= firstResets[step] as number;
      loss = Math.min(maxLoss, loss + (rate[day] as number));
      sum += ((value[day] as number) * (loss * dry + (wet[day] as number))) / years;
      arcs[from * width + step + 1] = sum;
    }
    // On to a cleaning a day later: `from` comes to lie at the end of the round, behind every rain of the year.
    toReset.forEach((steps, year) => {
      const here = steps[from] as number;
      if (here >= DAYS) return;
      if (here > 0) turn(year, from, from + 1, 1);
      else turn(year, from + 1, from + 1 + (steps[(from + 1) % DAYS] as number), -1);
    });
  }
  return arcs;
}

/** Days from each day of a year to the next rain that resets, round the year; 365 where there is none. */
function stepsToReset(resets: Uint8Array): Int32Array {
  const steps = new Int32Array(DAYS).fill(DAYS);
  let next = Number.POSITIVE_INFINITY;
  for (let day = 2 * DAYS - 1; day >= 0; day -= 1) {
    if (resets[day % DAYS]) next = day;
    if (day < DAYS && Number.isFinite(next)) steps[day] = next - day;
  }
  return steps;
}

/**
 * One cleaning every k years. From the first rain that resets on, a run is the same as if nobody had cleaned, so only
 * the days up to it are walked for each day of cleaning; the rest is taken from running sums over all years.
 */
function longerIntervals(model: Model, everyYears: readonly number[], cleaningCost: number): LongerInterval[] {
  if (everyYears.length === 0) return [];
  const chain = new Chain(model);
  return everyYears.map((every): LongerInterval => {
    let day = 0;
    let least = Number.POSITIVE_INFINITY;
    for (let candidate = 0; candidate < DAYS; candidate += 1) {
      let sum = 0;
      for (let year = 0; year < model.years; year += 1) sum += chain.run(year * DAYS + candidate, every * DAYS);
      const value = sum / model.years / every;
      if (value < least * (1 - SAME)) {
        least = value;
        day = candidate;
      }
    }
    const cost = cleaningCost / every;
    return { everyYears: every, day, lostValue: least, cost, total: least + cost };
  });
}

/** All weather years one after the other, closed to a circle, with what is lost along it if nobody cleans. */
class Chain {
  private readonly model: Model;
  private readonly length: number;
  /** running sum of what is lost from the start of the chain to the end of a day, nobody cleaning */
  private readonly sums: Float64Array;
  /** running sum of the daily values of one year, from 0 */
  private readonly values: Float64Array;
  /** steps from a day to the next on which rain resets, itself included; the length where there is none */
  private readonly toReset: Int32Array;
  /** for each day of cleaning: what is lost up to that rain, filled as it is asked for */
  private readonly heads: Float64Array;

  constructor(model: Model) {
    this.model = model;
    this.length = model.years * DAYS;
    this.toReset = new Int32Array(this.length).fill(this.length);
    let next = Number.POSITIVE_INFINITY;
    for (let step = 2 * this.length - 1; step >= 0; step -= 1) {
      if (model.resets[step % this.length]) next = step;
      if (step < this.length && Number.isFinite(next)) this.toReset[step] = next - step;
    }
    this.sums = new Float64Array(this.length);
    this.values = new Float64Array(DAYS + 1);
    for (let day = 0; day < DAYS; day += 1)
      this.values[day + 1] = (this.values[day] as number) + (model.value[day] as number);
    this.heads = new Float64Array(this.length).fill(-1);
    this.fillSums();
  }

  private fillSums(): void {
    const { rate, value, resets } = this.model;
    const glass = new RateGlass(this.model);
    let sum = 0;
    for (let step = 0; step < 2 * this.length; step += 1) {
      const at = step % this.length;
      if (at === 0) sum = 0;
      sum += (value[at % DAYS] as number) * glass.day(resets[at] === 1, rate[at % DAYS] as number);
      this.sums[at] = sum;
    }
  }

  /** Lost from a cleaning at the start of day `from` over `days` days, with no other cleaning. */
  run(from: number, days: number): number {
    const reset = this.toReset[from] as number;
    if (reset >= days) return this.walk(from, days);
    if ((this.heads[from] as number) < 0) this.heads[from] = this.walk(from, reset);
    return (this.heads[from] as number) + this.between(from + reset, from + days);
  }

  /** Walks day by day, no rain resetting on the way, until the loss is at its greatest; from there it is a product. */
  private walk(from: number, days: number): number {
    const { rate, value, maxLoss } = this.model;
    const glass = new RateGlass(this.model);
    let sum = 0;
    for (let step = 0; step < days; step += 1) {
      const day = (from + step) % DAYS;
      if (glass.loss === maxLoss) return sum + maxLoss * (this.valueUpTo(from + days) - this.valueUpTo(from + step));
      sum += (value[day] as number) * glass.day(false, rate[day] as number);
    }
    return sum;
  }

  /** Sum of the daily values from day 0 of the chain up to a day. */
  private valueUpTo(day: number): number {
    const rest = day % DAYS;
    const years = (day - rest) / DAYS;
    return years * (this.values[DAYS] as number) + (this.values[rest] as number);
  }

  /** Lost on the days from `start` up to `end`, nobody cleaning; both may lie beyond the end of the chain. */
  private between(start: number, end: number): number {
    const upTo = (day: number): number => {
      const rounds = Math.floor(day / this.length);
      const rest = day - rounds * this.length;
      return rounds * (this.sums[this.length - 1] as number) + (rest === 0 ? 0 : (this.sums[rest - 1] as number));
    };
    return upTo(end) - upTo(start);
  }
}
