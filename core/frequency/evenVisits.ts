import { lossesOfYear, lostEnergy, type PlanningYear, type YearAheadInput } from '../soiling/yearAhead.ts';
import { type Spread, spread, sum } from '../statistics/summary.ts';

export interface VisitsOption {
  visits: number;
  /** days after the start of the year, evenly apart */
  days: number[];
  /** kWh a year */
  lostEnergy: Spread;
  /** kWh a year, against no visit at all */
  savedEnergy: Spread;
  /** kWh a year, against one visit alone: what the visits beyond the first bring together */
  savedOverOne: Spread;
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
  /** share of what lies there that a wash takes off; all of it where left out */
  takesOff?: number | undefined;
}

/**
 * The days of a weather year on which a wash finds something to take off. Within the days of grace after a cleaning rain
 * the glass is clean and nothing settles on it; the rate model would end the grace there, and count the wash as harm.
 */
function daysThatTell(
  { threshold, gracePeriod }: YearAheadInput,
  year: PlanningYear,
  days: readonly number[],
): number[] {
  const { rain } = year.weather;
  return days.filter((day) => !rain.slice(Math.max(0, day - gracePeriod), day).some((depth) => depth >= threshold));
}

/**
 * kWh lost by all arrays together in each weather year, washed at the start of the given days. A wash that takes off a
 * share of what lies there saves that share of what a whole one would (house assumption).
 */
export function lostBySite(arrays: readonly ArrayYears[], washDays: readonly number[]): number[] {
  const first = arrays[0]?.years ?? [];
  return first.map((_, index) =>
    arrays.reduce((total, { input, years, takesOff = 1 }) => {
      const year = years[index];
      if (!year) return total;
      const lost = (days: readonly number[]) => lostEnergy(input, year, lossesOfYear(input, year, days));
      const washed = lost(daysThatTell(input, year, washDays));
      return total + (takesOff === 1 || washDays.length === 0 ? washed : washed + (1 - takesOff) * (lost([]) - washed));
    }, 0),
  );
}

export const MOST_VISITS = 12;

/** First days tried for a number of even visits: the year is searched in steps of a month. */
const PHASE_STEP = 30;

/**
 * 0 to 12 evenly placed visits a year compared, each from the first day on that loses least.
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
  const placed: { days: number[]; lost: number[] }[] = [{ days: [], lost: untouched }];
  for (let visits = 1; visits <= MOST_VISITS; visits += 1) {
    const known = [placed[1]?.days ?? [], placed[visits - 1]?.days ?? []].flat();
    placed.push(bestPhase(visits, lostWith, known));
  }
  const withOne = placed[1]?.lost ?? untouched;
  const over = (before: readonly number[], lost: readonly number[]): Spread =>
    spread(lost.map((value, index) => (before[index] ?? 0) - value));
  const options = placed.map(({ days, lost }, visits): VisitsOption => {
    const lostValue = Math.round(spread(lost).mean * valuePerKWh);
    const cost = visits === 0 ? 0 : Math.round(visits * costPerVisit(visits));
    return {
      visits,
      days,
      lostEnergy: spread(lost),
      savedEnergy: over(untouched, lost),
      savedOverOne: visits === 0 ? over(lost, lost) : over(withOne, lost),
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

/**
 * The first day, among monthly steps and those that bring a visit onto a day found for fewer visits, that loses least:
 * so that two visits, one of which may lie where a single one does, never leave more dirt than that one.
 */
function bestPhase(visits: number, lostWith: (days: number[]) => number[], known: readonly number[]) {
  const spacing = 365 / visits;
  const steps = Array.from({ length: Math.ceil(spacing / PHASE_STEP) }, (_, step) => step * PHASE_STEP);
  const phases = [...new Set([...steps, ...known.map((day) => day % spacing)])];
  let best = { days: [] as number[], lost: [] as number[] };
  let least = Number.POSITIVE_INFINITY;
  for (const phase of phases) {
    // A whole day that was divided by the spacing comes back as itself.
    const days = Array.from({ length: visits }, (_, index) => Math.floor(phase + index * spacing + 1e-9));
    const lost = lostWith(days);
    const total = sum(lost);
    if (total < least) {
      least = total;
      best = { days, lost };
    }
  }
  return best;
}
