import { lossesOfYear, lostEnergy, type PlanningYear, type YearAheadInput } from '../soiling/yearAhead.ts';
import { type Spread, spread } from '../statistics/summary.ts';

export interface VisitsOption {
  visits: number;
  /** days after the start of the year, evenly apart */
  days: number[];
  /** kWh a year */
  lostEnergy: Spread;
  /** kWh a year, against no visit at all */
  savedEnergy: Spread;
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

/** One array of a site with its planning years. All arrays of a site share seed and climate, hence the weather. */
export interface ArrayYears {
  input: YearAheadInput;
  years: PlanningYear[];
}

/** kWh lost by all arrays together in each weather year, washed at the start of the given days. */
export function lostBySite(arrays: readonly ArrayYears[], washDays: readonly number[]): number[] {
  const first = arrays[0]?.years ?? [];
  return first.map((_, index) =>
    arrays.reduce((total, { input, years }) => {
      const year = years[index];
      return year ? total + lostEnergy(input, year, lossesOfYear(input, year, washDays)) : total;
    }, 0),
  );
}

export const MOST_VISITS = 12;

/** First days tried for a number of even visits: the year is searched in steps of a month. */
const PHASE_STEP = 30;

/**
 * 0 to 12 evenly placed visits a year compared: the first day of each is the one, in monthly steps, that loses least.
 * @param costPerVisit for each number of visits a year, minor units: a plan of many visits may have a lower price
 * @param valuePerKWh minor units
 */
export function compareEvenVisits(
  arrays: readonly ArrayYears[],
  costPerVisit: (visits: number) => number,
  valuePerKWh: number,
): VisitsComparison {
  const lostWith = (days: number[]) => lostBySite(arrays, days);
  const untouched = lostWith([]);
  const options = Array.from({ length: MOST_VISITS + 1 }, (_, visits): VisitsOption => {
    const { days, lost } = bestPhase(visits, lostWith, untouched);
    const lostValue = Math.round(spread(lost).mean * valuePerKWh);
    const cost = visits === 0 ? 0 : Math.round(visits * costPerVisit(visits));
    return {
      visits,
      days,
      lostEnergy: spread(lost),
      savedEnergy: spread(lost.map((value, index) => (untouched[index] ?? 0) - value)),
      lostValue,
      cost,
      total: lostValue + cost,
    };
  });
  const best = options.reduce((least, option) => (option.total < least.total ? option : least));
  const none = options[0];
  const one = options[1];
  const breakEvenPrice = none && one ? Math.max(0, none.lostValue - one.lostValue) : 0;
  return { options, best: best.visits, breakEvenPrice };
}

function bestPhase(visits: number, lostWith: (days: number[]) => number[], untouched: number[]) {
  let best = { days: [] as number[], lost: untouched };
  if (visits === 0) return best;
  const spacing = 365 / visits;
  let least = Number.POSITIVE_INFINITY;
  for (let phase = 0; phase < spacing; phase += PHASE_STEP) {
    const days = Array.from({ length: visits }, (_, index) => Math.floor(phase + index * spacing));
    const lost = lostWith(days);
    const total = lost.reduce((a, b) => a + b, 0);
    if (total < least) {
      least = total;
      best = { days, lost };
    }
  }
  return best;
}
