import type { Effectiveness } from '../assumptions.ts';
import { filmLossTabled } from '../modules/filmLoss.ts';
import { type LayeredDays, LayeredGlass, type LayeredParameters, type LayeredState } from '../soiling/layered.ts';

const DAYS = 365;

/** One way that the years to come may go: a member of what is known of an array, with its weather. */
export interface Course {
  parameters: LayeredParameters;
  initial: LayeredState;
  /** whole years of 365 days each */
  days: LayeredDays;
}

/** An array, or a face of several that are visited together. */
export interface VisitedPart {
  /** degrees */
  surfaceTilt: number;
  effectiveness: Effectiveness;
  /** what a loss of 1 costs on each of 365 days */
  dailyValue: ArrayLike<number>;
  /** as many years in each, and the same for all parts */
  courses: readonly Course[];
}

/** Whole years that courses go on for. */
export const yearsOf = ([course]: readonly Course[]): number => Math.floor((course?.days.rain.length ?? 0) / DAYS);

/** A course whose days are known by their shares, with the glass that walks through it. */
interface Prepared {
  glass: LayeredGlass;
  initial: Required<LayeredState>;
  dust: Float64Array;
  fresh: Float64Array;
  bonding: Float64Array;
  taken: Float64Array;
  effectiveness: Effectiveness;
  /** what a loss of 1 costs on each day of a year, as this course's share of the mean over its part's */
  value: Float64Array;
}

/** How a course stands on each morning of its first year, with what it has lost by then: so many numbers for each day. */
const IN_A_MORNING = 6;

function keepMorning(glass: LayeredGlass, mornings: Float64Array, day: number, lost: number): void {
  const at = day * IN_A_MORNING;
  mornings[at] = glass.loose;
  mornings[at + 1] = glass.bonded;
  mornings[at + 2] = glass.droppings;
  mornings[at + 3] = glass.lichenRadius;
  mornings[at + 4] = glass.standingLeft;
  mornings[at + 5] = lost;
}

/** @returns what was lost by then */
function goBack(glass: LayeredGlass, mornings: Float64Array, day: number): number {
  const at = day * IN_A_MORNING;
  glass.loose = mornings[at] as number;
  glass.bonded = mornings[at + 1] as number;
  glass.droppings = mornings[at + 2] as number;
  glass.lichenRadius = mornings[at + 3] as number;
  glass.standingLeft = mornings[at + 4] as number;
  return mornings[at + 5] as number;
}

function startAnew(glass: LayeredGlass, { initial }: Prepared): number {
  glass.comeBackTo(initial);
  return 0;
}

/** Walks all courses of all parts through their years. */
export class Walk {
  private followed: readonly number[] | null = null;
  private readonly mornings: Float64Array[];
  private readonly courses: Prepared[];
  readonly years: number;

  constructor(parts: readonly VisitedPart[]) {
    this.years = yearsOf(parts[0]?.courses ?? []);
    this.courses = parts.flatMap(({ surfaceTilt, courses, dailyValue, effectiveness }) => {
      const value = Float64Array.from(dailyValue, (one) => one / courses.length / this.years);
      return courses.map(({ parameters, initial, days }) => {
        const glass = new LayeredGlass(surfaceTilt, parameters, initial);
        return {
          glass,
          initial: glass.state(),
          dust: Float64Array.from(days.deposition, (one) => glass.onTheFace(one)),
          fresh: Float64Array.from(days.droppings),
          bonding: Float64Array.from(days.dew, (one) => glass.bonding(one)),
          taken: Float64Array.from(days.rain, (one) => glass.taken(one)),
          effectiveness,
          value,
        };
      });
    });
    this.mornings = this.courses.map(() => new Float64Array(DAYS * IN_A_MORNING));
  }

  /** Lost a year with these days, exactly. @param every cleaned in the first of so many years */
  lost(days: readonly number[], every = 1): number {
    return this.sum(days, every, filmLossTabled);
  }

  /** The same by the table, from where it parts from the days that are followed. */
  roughly(days: readonly number[], every = 1): number {
    return this.sum(days, every, filmLossTabled, this.partsAt(days));
  }

  /** Keeps how each course stood on each morning of its first year with these days, for others that begin alike. */
  follow(days: readonly number[], every = 1): number {
    const lost = this.sum(days, every, filmLossTabled, this.partsAt(days), true);
    this.followed = days;
    return lost;
  }

  private partsAt(days: readonly number[]): number {
    const followed = this.followed;
    if (followed === null) return 0;
    const at = days.findIndex((day, index) => day !== followed[index]);
    return at < 0 ? 0 : Math.min(days[at] as number, followed[at] ?? DAYS);
  }

  private sum(days: readonly number[], every: number, film: (mass: number) => number, from = 0, keep = false): number {
    const cleaned = new Uint8Array(DAYS);
    for (const day of days) cleaned[day] = 1;
    let all = 0;
    for (const [index, course] of this.courses.entries()) {
      const { glass, value } = course;
      const mornings = this.mornings[index] as Float64Array;
      let sum = from > 0 ? goBack(glass, mornings, from) : startAnew(glass, course);
      for (let year = 0; year < this.years; year += 1) {
        const washed = year % every === 0;
        for (let day = year === 0 ? from : 0; day < DAYS; day += 1) {
          if (keep && year === 0) keepMorning(glass, mornings, day, sum);
          if (washed && cleaned[day] === 1) glass.clean(course.effectiveness);
          this.step(course, year * DAYS + day);
          sum += (1 - glass.soilingRatio(film(glass.loose + glass.bonded))) * (value[day] as number);
        }
      }
      all += sum;
    }
    return all;
  }

  private step({ glass, dust, fresh, bonding, taken }: Prepared, at: number): void {
    glass.settle(dust[at] as number, fresh[at] as number, bonding[at] as number, taken[at] as number);
  }

  private lostOn({ glass, value }: Prepared, at: number): number {
    return (1 - glass.soilingRatio(filmLossTabled(glass.loose + glass.bonded))) * (value[at % DAYS] as number);
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
    return before;
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
        glass.clean(course.effectiveness);
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
    return arcs;
  }
}
