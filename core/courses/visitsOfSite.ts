import type { Effectiveness } from '../assumptions.ts';
import type { FrequencyOption } from '../frequency/optimalDays.ts';
import { bestVisitsTogether } from '../frequency/visits.ts';
import type { VisitedPart } from '../frequency/walk.ts';
import { costOfLoss } from '../modules/energyYear.ts';
import { worthOf } from '../quotes/worth.ts';
import type { LayeredDays } from '../soiling/layered.ts';
import { daysBetween } from '../soiling/layeredDays.ts';
import { mean, type Quantiles, quantilesOf } from '../statistics/summary.ts';
import { DAYS_A_YEAR, daysOfMember, type PreparedCourses } from './courses.ts';
import { parametersOf, withFewer } from './setup.ts';
import { lostWith } from './yearAhead.ts';

export interface VisitsOption {
  visits: number;
  /** days after the start of the year, the best found */
  days: number[];
  /** kWh a year */
  lostEnergy: Quantiles;
  /** kWh a year, against no visit at all */
  savedEnergy: Quantiles;
  /** kWh a year, against one visit alone: what the visits beyond the first bring together */
  savedOverOne: Quantiles;
  /** money a year in minor units: what the dirt still costs, what the visits cost, and both together */
  lostValue: number;
  cost: number;
  total: number;
}

export interface VisitsComparison {
  options: VisitsOption[];
  /** the number of visits with the least total */
  best: number;
  /** price of a visit, minor units, under which one visit a year begins to pay; 0 where none would */
  breakEvenPrice: number;
}

/** An array of a site over the year ahead, and what one wash there takes off each layer. */
export interface WashedArray {
  prepared: PreparedCourses;
  effectiveness: Effectiveness;
}

export const MOST_VISITS = 12;

/** Courses on which days are searched for, over all arrays of a site together, and of each at least. */
const SEARCHED = { together: 8, each: 3 } as const;

/** kWh lost by all arrays of a site together in each course of weather, with visits on some days of the year. */
export const lostBySite = (arrays: readonly WashedArray[], days: readonly number[]): number[] =>
  addedUp(arrays.map(({ prepared, effectiveness }) => lostWith(prepared, { days, everyYears: 1, effectiveness })));

const addedUp = (lists: readonly number[][]): number[] =>
  (lists[0] ?? []).map((_, at) => lists.reduce((sum, list) => sum + (list[at] ?? 0), 0));

/**
 * 0 to 12 visits a year compared, each number on the days that are found best for it (C19), over the members of what is
 * known of each array.
 * @param costPerVisit for each number of visits a year, minor units: a plan of many visits may have a lower price
 * @param valuePerKWh minor units
 */
export const compareVisits = (
  arrays: readonly WashedArray[],
  costPerVisit: (visits: number) => number,
  valuePerKWh: number,
): VisitsComparison => compareVisitsIn(arrays, costPerVisit, valuePerKWh).visits;

/** The same with what each number of visits loses in each course, kWh: whoever needs that does not walk the year again. */
export function compareVisitsIn(
  arrays: readonly WashedArray[],
  costPerVisit: (visits: number) => number,
  valuePerKWh: number,
): { visits: VisitsComparison; lost: number[][] } {
  const each = Math.max(SEARCHED.each, Math.round(SEARCHED.together / Math.max(1, arrays.length)));
  const found = bestVisitsTogether({
    parts: arrays.map((array) => partOf(array, each)),
    cleaningCost: 0,
    maxCleans: MOST_VISITS,
  });
  const untouched = lostBySite(arrays, []);
  const lost = found.options.map(({ days }) => (days.length === 0 ? untouched : lostBySite(arrays, days)));
  const withOne = lost[1] ?? untouched;
  const over = (before: readonly number[], after: readonly number[]): Quantiles =>
    quantilesOf(after.map((value, at) => (before[at] ?? 0) - value));
  const options = found.options.map(({ cleans: visits, days }: FrequencyOption, at): VisitsOption => {
    const own = lost[at] ?? untouched;
    const lostValue = worthOf(mean(own), valuePerKWh);
    const cost = visits === 0 ? 0 : Math.round(visits * costPerVisit(visits));
    return {
      visits,
      days,
      lostEnergy: quantilesOf(own),
      savedEnergy: over(untouched, own),
      savedOverOne: visits === 0 ? over(own, own) : over(withOne, own),
      lostValue,
      cost,
      total: lostValue + cost,
    };
  });
  const best = options.reduce((least, option) => (option.total < least.total ? option : least));
  const [none, one] = options;
  const breakEvenPrice = none && one ? Math.max(0, none.lostValue - one.lostValue) : 0;
  return { visits: { options, best: best.visits, breakEvenPrice }, lost };
}

/** An array as the search for days takes it: some of its members, and what a unit of loss costs on each day. */
function partOf({ prepared, effectiveness }: WashedArray, count: number): VisitedPart {
  const { setup, energy, days } = prepared;
  const limit = setup.array.pacRated;
  const kept = withFewer(setup, count).members;
  return {
    surfaceTilt: setup.surfaceTilt,
    effectiveness,
    dailyValue: Array.from({ length: DAYS_A_YEAR }, (_, day) =>
      mean(
        energy.map((own) => {
          const one = own[day];
          return one ? costOfLoss(one, limit) : 0;
        }),
      ),
    ),
    courses: kept.map((member) => ({
      // Lichen that is not there yet does not come within a year.
      parameters: parametersOf(setup, member),
      initial: member.initial,
      days: daysOfMember(daysBetween(days[setup.members.indexOf(member)] as LayeredDays, 0, DAYS_A_YEAR), member),
    })),
  };
}
