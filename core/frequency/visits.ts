import { daysBetween } from '../soiling/layeredDays.ts';
import { daysOfHabit, HABITS } from './habits.ts';
import type { FrequencyOption, FrequencyOutput, LongerInterval } from './optimalDays.ts';
import { shortestRounds } from './shortestRounds.ts';
import { type Course, type VisitedPart, Walk, yearsOf } from './walk.ts';

interface Asked {
  /** in the money of `dailyValue` */
  cleaningCost: number;
  /** options from 0 to this many cleanings a year */
  maxCleans: number;
  /** also one cleaning in the first of every so many years */
  everyYears?: readonly number[] | undefined;
}
export interface VisitsInput extends VisitedPart, Asked {}
export interface TogetherInput extends Asked {
  parts: readonly VisitedPart[];
}

const DAYS = 365;
/** Shifts of a day that are tried on some of the courses, from far to near, and at last on all of them. */
const SHIFTS = [30, 11, 4, 2];
const LAST_SHIFTS = { ofOneYear: [2, 1], ofMore: [1] };
/** Years of some of the courses, and over all of these together, on which the search goes. */
const SEARCHED = { years: 4, courseYears: 12 } as const;
/** The first visit of a year lies within so many times the even spacing. */
const FIRST_WITHIN = 2;
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
export const bestVisits = (input: VisitsInput, onStep?: (share: number) => void): FrequencyOutput =>
  bestVisitsTogether({ ...input, parts: [input] }, onStep);

/** The same for several parts that are cleaned on the same days. */
export function bestVisitsTogether(input: TogetherInput, onStep?: (share: number) => void): FrequencyOutput {
  const all = new Walk(input.parts);
  const some = new Walk(input.parts.map((part) => ({ ...part, courses: searched(part.courses) })));
  const most = Math.min(input.maxCleans, DAYS);
  const steps = most + 1 + (input.everyYears?.length ?? 0);
  const rounds = most > 0 ? shortestRounds(some.arcs(), most, some.beforeFirst(), FIRST_WITHIN) : [];
  onStep?.(1 / steps);
  let days: number[] = [];
  const options = Array.from({ length: most + 1 }, (_, cleans): FrequencyOption => {
    if (cleans > 0) {
      const known = [rounds[cleans]?.days ?? [], ...even(cleans), ...BY_CALENDAR, withOneMore(days)];
      const starts = known.filter(({ length }) => length === cleans);
      const found = moved(some, bestOf(some, starts), SHIFTS, pairs);
      days = moved(all, bestOf(all, [found, ...starts]), lastShifts(all));
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

/** Courses to search on, evenly from all of them, and of many years the first few. */
function searched(courses: readonly Course[]): Course[] {
  const years = Math.min(SEARCHED.years, yearsOf(courses));
  const count = Math.min(courses.length, Math.ceil(SEARCHED.courseYears / Math.max(1, years)));
  const days = years * DAYS;
  return Array.from({ length: count }, (_, at) => {
    const course = courses[Math.floor(((at + 0.5) * courses.length) / count)] as Course;
    return yearsOf([course]) > years ? { ...course, days: daysBetween(course.days, 0, days) } : course;
  });
}

const lastShifts = ({ years }: Walk): readonly number[] => (years > 1 ? LAST_SHIFTS.ofMore : LAST_SHIFTS.ofOneYear);

const optionOf = (cleans: number, lostValue: number, price: number, days: number[]): FrequencyOption => {
  const cost = cleans * price;
  return { cleans, lostValue, cost, total: lostValue + cost, days };
};

function longerOf(some: Walk, all: Walk, every: number, price: number): LongerInterval {
  const first = Array.from({ length: Math.ceil(DAYS / FIRST_STEP) }, (_, at) => [at * FIRST_STEP]);
  const found = moved(some, bestOf(some, first, every), SHIFTS, undefined, every);
  const days = moved(all, found, lastShifts(all), undefined, every);
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
  let [days, lost] = [start, walk.follow(start, every)];
  // What did not lose less once does not lose less than something better either.
  const known = new Set([start.join()]);
  const takes = (moves: readonly (readonly [at: number, by: number])[]): boolean => {
    const tried = days.slice();
    for (const [at, by] of moves) tried[at] = ((tried[at] as number) + by + DAYS) % DAYS;
    const next = ordered(tried);
    const name = next.join();
    if (next.length < days.length || known.has(name)) return false;
    known.add(name);
    if (!(walk.roughly(next, every) < lost * (1 - SAME))) return false;
    [days, lost] = [next, walk.follow(next, every)];
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
