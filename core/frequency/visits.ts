import type { Effectiveness } from '../assumptions.ts';
import { filmLoss, filmLossRoughly } from '../soiling/filmLoss.ts';
import { type LayeredDays, LayeredGlass, type LayeredParameters, type LayeredState } from '../soiling/layered.ts';
import { daysOfHabit, HABITS } from './habits.ts';
import type { FrequencyOption, FrequencyOutput, LongerInterval } from './optimalDays.ts';
import { shortestRounds } from './shortestRounds.ts';

/** One way that the years to come may go: a member of what is known of an array, with its weather. */
export interface Course {
  parameters: LayeredParameters;
  initial: LayeredState;
  /** whole years of 365 days each */
  days: LayeredDays;
}

export interface VisitsInput {
  /** degrees */
  surfaceTilt: number;
  effectiveness: Effectiveness;
  /** in the money of `dailyValue` */
  cleaningCost: number;
  /** what a loss of 1 costs on each of 365 days */
  dailyValue: ArrayLike<number>;
  /** options from 0 to this many cleanings a year */
  maxCleans: number;
  /** also one cleaning in the first of every so many years */
  everyYears?: readonly number[] | undefined;
  /** as many years in each */
  courses: readonly Course[];
}

const DAYS = 365;
/** Shifts of a day that are tried on some of the courses, from far to near, and at last on all of them. */
const SHIFTS = [30, 12, 5, 2];
const LAST_SHIFTS = [2, 1];
/** Years, over some of the courses together, on which the search goes; at least so many courses. */
const SEARCHED = { years: 12, courses: 4 } as const;
/** Days between those that are tried first for one cleaning every so many years. */
const FIRST_STEP = 15;
/** A gain smaller than this share is none. */
const SAME = 1e-9;
/** Numbers of visits up to which every pair of days is moved together; above, neighbours only. */
const EVERY_PAIR = 6;
/** Days that the calendar alone would name, on either half of the earth. */
const BY_CALENDAR = [-1, 1].flatMap((latitude) => HABITS.map((habit) => daysOfHabit(habit, latitude)));

/**
 * How often to clean and when, over the layered model (C19): the same days of each year on every course. The days are the
 * best found, not proven: from the shortest path of C12, from even spacing, from the calendar's habits and from the days
 * of one visit fewer, each day and each pair is moved as long as that loses less.
 *
 * @param onStep told the share of the work that is done; may throw to give up
 * @returns money a year, the mean over the courses; `days` from 0
 */
export function bestVisits(input: VisitsInput, onStep?: (share: number) => void): FrequencyOutput {
  const all = new Walk(input);
  const some = new Walk({ ...input, courses: searched(input.courses) });
  const most = Math.min(input.maxCleans, DAYS);
  const steps = most + 1 + (input.everyYears?.length ?? 0);
  const rounds = most > 0 ? shortestRounds(some.arcs(), most, some.beforeFirst()) : [];
  onStep?.(1 / steps);
  let days: number[] = [];
  const options = Array.from({ length: most + 1 }, (_, cleans): FrequencyOption => {
    if (cleans > 0) {
      const known = [rounds[cleans]?.days ?? [], ...even(cleans), ...BY_CALENDAR, withOneMore(days)];
      const starts = known.filter(({ length }) => length === cleans);
      const found = moved(some, bestOf(some, starts), SHIFTS, pairs);
      days = moved(all, bestOf(all, [found, ...starts]), LAST_SHIFTS);
      onStep?.((cleans + 1) / steps);
    }
    return optionOf(cleans, all.lost(days), input.cleaningCost, days);
  });
  const longer = (input.everyYears ?? []).map((every, at) => {
    onStep?.((most + 1 + at) / steps);
    return longerOf(some, all, every, input.cleaningCost);
  });
  return { options, longer };
}

/** Courses to search on, evenly from all of them. */
function searched(courses: readonly Course[]): Course[] {
  const years = Math.max(1, Math.floor((courses[0]?.days.rain.length ?? 0) / DAYS));
  const count = Math.min(courses.length, Math.max(SEARCHED.courses, Math.ceil(SEARCHED.years / years)));
  return Array.from({ length: count }, (_, at) => courses[Math.floor(((at + 0.5) * courses.length) / count)] as Course);
}

const optionOf = (cleans: number, lostValue: number, price: number, days: number[]): FrequencyOption => {
  const cost = cleans * price;
  return { cleans, lostValue, cost, total: lostValue + cost, days };
};

function longerOf(some: Walk, all: Walk, every: number, price: number): LongerInterval {
  const first = Array.from({ length: Math.ceil(DAYS / FIRST_STEP) }, (_, at) => [at * FIRST_STEP]);
  const found = moved(some, bestOf(some, first, every), SHIFTS, undefined, every);
  const days = moved(all, found, LAST_SHIFTS, undefined, every);
  const lostValue = all.lost(days, every);
  return {
    everyYears: every,
    day: days[0] as number,
    lostValue,
    cost: price / every,
    total: lostValue + price / every,
  };
}

/** Evenly spaced days, from the middle and from the start of their spacing. */
const even = (cleans: number): number[][] =>
  [0, 0.25, 0.5, 0.75].map((phase) =>
    Array.from({ length: cleans }, (_, at) => Math.floor(((at + phase) * DAYS) / cleans)),
  );

/** One more day, in the middle of the longest stretch between days. */
function withOneMore(days: readonly number[]): number[] {
  if (days.length === 0) return [];
  const gaps = days.map((day, at) => ({ day, gap: (days[at + 1] ?? (days[0] as number) + DAYS) - day }));
  const { day, gap } = gaps.reduce((a, b) => (b.gap > a.gap ? b : a));
  return ordered([...days, (day + Math.floor(gap / 2)) % DAYS]);
}

const ordered = (days: readonly number[]): number[] => [...new Set(days)].sort((a, b) => a - b);

const bestOf = (walk: Walk, starts: readonly (readonly number[])[], every = 1): number[] =>
  starts
    .map((days) => ({ days, lost: walk.roughly(days, every) }))
    .reduce((a, b) => (b.lost < a.lost ? b : a))
    .days.slice();

/** Moves days one by one, and in pairs where some are named, until nothing is gained. */
function moved(
  walk: Walk,
  start: number[],
  shifts: readonly number[],
  together?: (count: number) => Iterable<readonly [number, number]>,
  every = 1,
): number[] {
  let [days, lost] = [start, walk.roughly(start, every)];
  const takes = (moves: readonly (readonly [at: number, by: number])[]): boolean => {
    const tried = days.slice();
    for (const [at, by] of moves) tried[at] = ((tried[at] as number) + by + DAYS) % DAYS;
    const next = ordered(tried);
    if (next.length < days.length) return false;
    const reached = walk.roughly(next, every);
    if (!(reached < lost * (1 - SAME))) return false;
    [days, lost] = [next, reached];
    return true;
  };
  for (let gained = true; gained; ) {
    gained = false;
    for (const shift of shifts)
      for (let at = 0; at < start.length; at += 1)
        for (const by of [-shift, shift]) while (takes([[at, by]])) gained = true;
    for (const shift of shifts)
      for (const [a, b] of together?.(start.length) ?? [])
        for (const [byA, byB] of [
          [-shift, -shift],
          [shift, shift],
          [-shift, shift],
          [shift, -shift],
        ] as const)
          if (
            takes([
              [a, byA],
              [b, byB],
            ])
          )
            gained = true;
  }
  return days;
}

function* pairs(count: number): Generator<readonly [number, number]> {
  if (count < 2) return;
  if (count > EVERY_PAIR) for (let at = 0; at < count; at += 1) yield [at, (at + 1) % count];
  else for (let a = 0; a < count; a += 1) for (let b = a + 1; b < count; b += 1) yield [a, b];
}

/** A course whose days are known by their shares, with the glass that walks through it. */
interface Prepared {
  glass: LayeredGlass;
  initial: Required<LayeredState>;
  dust: Float64Array;
  fresh: Float64Array;
  bonding: Float64Array;
  taken: Float64Array;
}

/** Walks all courses through their years. */
class Walk {
  private readonly courses: Prepared[];
  private readonly value: Float64Array;
  private readonly effectiveness: Effectiveness;
  private readonly years: number;

  constructor({ surfaceTilt, courses, dailyValue, effectiveness }: VisitsInput) {
    this.value = Float64Array.from(dailyValue);
    this.effectiveness = effectiveness;
    this.years = Math.floor((courses[0]?.days.rain.length ?? 0) / DAYS);
    this.courses = courses.map(({ parameters, initial, days }) => {
      const glass = new LayeredGlass(surfaceTilt, parameters, initial);
      return {
        glass,
        initial: glass.state(),
        dust: Float64Array.from(days.deposition, (one) => glass.onTheFace(one)),
        fresh: Float64Array.from(days.droppings),
        bonding: Float64Array.from(days.dew, (one) => glass.bonding(one)),
        taken: Float64Array.from(days.rain, (one) => glass.taken(one)),
      };
    });
  }

  /** Lost a year with these days, exactly. @param every cleaned in the first of so many years */
  lost(days: readonly number[], every = 1): number {
    return this.sum(days, every, filmLoss);
  }

  /** The same by the table. */
  roughly(days: readonly number[], every = 1): number {
    return this.sum(days, every, filmLossRoughly);
  }

  private sum(days: readonly number[], every: number, film: (mass: number) => number): number {
    const cleaned = new Uint8Array(DAYS);
    for (const day of days) cleaned[day] = 1;
    let sum = 0;
    for (const course of this.courses) {
      const { glass } = course;
      glass.comeBackTo(course.initial);
      for (let year = 0; year < this.years; year += 1) {
        const washed = year % every === 0;
        for (let day = 0; day < DAYS; day += 1) {
          if (washed && cleaned[day] === 1) glass.clean(this.effectiveness);
          this.step(course, year * DAYS + day);
          sum += (1 - glass.soilingRatio(film(glass.loose + glass.bonded))) * (this.value[day] as number);
        }
      }
    }
    return sum / this.courses.length / this.years;
  }

  private step({ glass, dust, fresh, bonding, taken }: Prepared, at: number): void {
    glass.settle(dust[at] as number, fresh[at] as number, bonding[at] as number, taken[at] as number);
  }

  private lostOn({ glass }: Prepared, at: number): number {
    return (1 - glass.soilingRatio(filmLossRoughly(glass.loose + glass.bonded))) * (this.value[at % DAYS] as number);
  }

  /** For each day: lost a year before it, where it is the first of all to be cleaned on. */
  beforeFirst(): Float64Array {
    const before = new Float64Array(DAYS);
    for (const course of this.courses) {
      course.glass.comeBackTo(course.initial);
      let sum = 0;
      for (let day = 0; day < DAYS; day += 1) {
        before[day] = (before[day] as number) + sum;
        this.step(course, day);
        sum += this.lostOn(course, day);
      }
    }
    return before.map((sum) => sum / this.courses.length / this.years);
  }

  /**
   * arcs[from * 366 + length]: lost a year in the `length` days after a cleaning of that day, as far as the years go; what
   * lay there before is what had come since the start.
   */
  arcs(): Float64Array {
    const width = DAYS + 1;
    const arcs = new Float64Array(DAYS * width);
    const count = this.years * DAYS;
    for (const course of this.courses) {
      const { glass } = course;
      glass.comeBackTo(course.initial);
      for (let from = 0; from < count; from += 1) {
        const morning = glass.state();
        glass.clean(this.effectiveness);
        const row = (from % DAYS) * width;
        let sum = 0;
        for (let length = 1; length <= DAYS; length += 1) {
          if (from + length <= count) {
            this.step(course, from + length - 1);
            sum += this.lostOn(course, from + length - 1);
          }
          arcs[row + length] = (arcs[row + length] as number) + sum;
        }
        glass.comeBackTo(morning);
        this.step(course, from);
      }
    }
    return arcs.map((sum) => sum / this.courses.length / this.years);
  }
}
