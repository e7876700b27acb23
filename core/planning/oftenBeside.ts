import type { Effectiveness } from '../assumptions.ts';
import { LICHEN_SETTLES_YEARS, LOOK_MINUTES } from '../assumptions.ts';
import { DAYS_A_YEAR, type PreparedCourses, prepareCourses, walk } from '../courses/courses.ts';
import { type CourseSetup, NO_VISITS, withFewer } from '../courses/setup.ts';
import { lostBySite, type WashedArray } from '../courses/visitsOfSite.ts';
import { lostWith } from '../courses/yearAhead.ts';
import { yearsAhead } from '../courses/yearsAhead.ts';
import { daysOfHabit, HABITS, type Habit } from '../frequency/habits.ts';
import type { Estimate } from '../inspections/soil.ts';
import { totals } from '../quotes/lines.ts';
import { worthOf } from '../quotes/worth.ts';
import { mean, type Quantiles, quantilesOf, sum } from '../statistics/summary.ts';
import type { PlanOutput } from './plan.ts';
import { movedDays, slipOf } from './slip.ts';
import type { PlanInput } from './visit.ts';

/** A way of deciding how often: never, the best of the plan, a habit of the calendar, what the customer wants, longer, or looking first. */
export type OftenKey = 'best' | 'wish' | 'look-first' | `every-${2 | 3 | 4 | 5}` | Exclude<Habit, 'none'> | 'never';

/** What deciding in one way costs in a year, over the courses; minor units. */
export interface OftenRow {
  key: OftenKey;
  /** washes a year, the mean over the courses */
  visits: number;
  /** what the dirt takes, the washes and looks cost, and both together on the mean */
  lostValue: number;
  cost: number;
  total: number;
  /** both together from one year's weather to another */
  spread: Quantiles;
}

export interface OftenBeside {
  rows: OftenRow[];
  /** what it would cost in a year to come a fortnight late to every visit of the plan, and a fortnight early; null where it has none */
  slip: { late: number; early: number } | null;
  /** loss from which on a look is followed by a wash, a fraction */
  washAt: number;
  /** years within which to wash once against growth, whatever the energy says; null where nothing settles */
  floorYears: number | null;
  /** what grows in ten years of a rhythm; empty where nothing settles */
  growth: OftenGrowth[];
}

/** What ten years of a rhythm let grow, on the face on which most does. */
export interface OftenGrowth {
  key: OftenKey;
  /** share of the glass under lichen after them, a fraction */
  cover: Estimate;
}

export interface OftenAsked {
  plan: PlanInput;
  output: PlanOutput;
  /** washes a year that the customer wants, evenly through it; null where nobody has said */
  wish: number | null;
  /** minor units for one look without a wash, with tax */
  lookCost: number;
}

/** Years over which growth is followed. */
const GROWTH_YEARS = 10;
/** Courses over which longer spans are sent. */
const COURSES = 8;
/** Looks a year where somebody looks first, and the losses that are tried for washing at. */
const LOOKS = [45, 136, 228, 319];
const WASH_AT = [0.01, 0.02, 0.03, 0.05, 0.08, 0.12];
const LONGER = [2, 3, 4, 5] as const;

/** What one look without a wash is asked, minor units with tax: its time and the road, by the price book (C15). */
export function lookPrice({
  prices,
  travelKm,
  travelMinutes,
}: Pick<PlanInput, 'prices' | 'travelKm' | 'travelMinutes'>) {
  const time = ((LOOK_MINUTES + travelMinutes) / 60) * prices.hourlyRate;
  return totals([{ amount: Math.round(time + travelKm * prices.travelPerKm) }], prices.taxRate).gross;
}

/** How often beside other ways of deciding it (C19): the same faces, courses and prices, over the year ahead. */
export function oftenBeside({ plan, output, wish, lookCost }: OftenAsked): OftenBeside {
  const done = output.arrays.filter(({ stopped }) => stopped === null);
  const setups = done.map(({ arrayId, effectiveness }) => ({
    setup: (plan.arrays.find((one) => one.arrayId === arrayId) as PlanInput['arrays'][number]).courses,
    effectiveness,
  }));
  const washed = setups.map(({ setup, effectiveness }) => ({ prepared: prepareCourses(setup), effectiveness }));
  const [first] = setups;
  const priceOf = (visits: number) => (visits > 1 ? output.pricedInPlan : output.priced).gross;
  const row = (key: OftenKey, lost: readonly number[], visits: readonly number[], looks = 0): OftenRow => {
    const costs = visits.map((count) => Math.round(count * priceOf(Math.round(mean(visits)))) + looks * lookCost);
    const totals = lost.map((energy, at) => worthOf(energy, plan.valuePerKWh) + (costs[at] ?? costs[0] ?? 0));
    const cost = Math.round(mean(costs));
    const lostValue = worthOf(mean(lost), plan.valuePerKWh);
    return { key, visits: mean(visits), lostValue, cost, total: lostValue + cost, spread: quantilesOf(totals) };
  };
  const fixed = (key: OftenKey, days: readonly number[]) => row(key, lostBySite(washed, days), [days.length]);
  const { options, best } = output.visits;
  const startDay = first?.setup.startDay ?? 0;
  const habits = HABITS.filter((habit) => habit !== 'none').map((habit) =>
    fixed(habit, movedDays(daysOfHabit(habit, first?.setup.latitude ?? 0), -startDay)),
  );
  const longer = LONGER.map((years) => everySo(years, setups, options[1]?.days ?? [], row));
  const looked = lookFirst(washed, plan, priceOf(1));
  const chosen = options[output.visitsChosen]?.days ?? [];
  const slip = chosen.length === 0 ? null : slipOf(washed, chosen);
  const value = (energy: number) => worthOf(energy, plan.valuePerKWh);
  return {
    rows: [
      fixed('best', options[best]?.days ?? []),
      ...(wish === null ? [] : [fixed('wish', evenDays(wish))]),
      row('look-first', looked.lost, looked.visits, LOOKS.length),
      ...longer,
      ...habits,
      fixed('never', []),
    ],
    slip: slip && { late: value(slip.late), early: value(slip.early) },
    washAt: looked.washAt,
    floorYears: setups.some(({ setup }) => setup.lichenDensity > 0) ? LICHEN_SETTLES_YEARS - 1 : null,
    growth: growthOf(setups, options[best]?.days ?? [], options[1]?.days ?? []),
  };
}

/** Whether a way washes as often as growth calls for. */
export const holdsFloor = ({ visits }: Pick<OftenRow, 'visits'>, floorYears: number | null): boolean =>
  floorYears === null || visits * floorYears >= 1;

/** The way that costs least, of those that wash as often as growth calls for; of all where none does. */
export function leastOften({ rows, floorYears }: Pick<OftenBeside, 'rows' | 'floorYears'>): OftenRow | null {
  const holding = rows.filter((row) => holdsFloor(row, floorYears));
  const among = holding.length > 0 ? holding : rows;
  return among.reduce<OftenRow | null>((least, row) => (least === null || row.total < least.total ? row : least), null);
}

type WashedSetup = { setup: CourseSetup; effectiveness: Effectiveness };

/** What grows in ten years where nobody washes, where one wash falls in so many years, and on the best days of the plan. */
function growthOf(setups: readonly WashedSetup[], best: readonly number[], one: readonly number[]): OftenGrowth[] {
  const grows = setups
    .filter(({ setup }) => setup.lichenDensity > 0)
    .map(({ setup, effectiveness }) => ({
      prepared: prepareCourses({ ...withFewer(setup, COURSES), horizon: GROWTH_YEARS }),
      effectiveness,
    }));
  if (grows.length === 0) return [];
  const after = (key: OftenKey, days: readonly number[], everyYears = 1): OftenGrowth => {
    const covers = grows.map(
      ({ prepared, effectiveness }) => yearsAhead(prepared, { ...NO_VISITS, days, everyYears, effectiveness }).lichen,
    );
    return { key, cover: covers.reduce((most, cover) => (cover.mid > most.mid ? cover : most)) };
  };
  return [
    after('never', []),
    ...LONGER.map((years) => after(`every-${years}`, one, years)),
    ...(best.length > 0 ? [after('best', best)] : []),
  ];
}

const evenDays = (count: number): number[] =>
  Array.from({ length: count }, (_, at) => Math.round(((at + 0.5) * DAYS_A_YEAR) / count));

/**
 * One wash in so many years: what the dirt takes with one a year, and what it takes more a year where the others are left out, over
 * all of these years. The first year begins with the dirt of today, which later ones do not: so both stand on the same ground.
 */
function everySo(
  years: (typeof LONGER)[number],
  setups: readonly WashedSetup[],
  days: readonly number[],
  row: (key: OftenKey, lost: readonly number[], visits: readonly number[]) => OftenRow,
): OftenRow {
  const lists = setups.map(({ setup, effectiveness }) => {
    const few = withFewer(setup, COURSES);
    const long = prepareCourses({ ...few, horizon: years });
    const over = (everyYears: number) => yearsAhead(long, { days, everyYears, effectiveness }).lostInCourse;
    const yearly = lostWith(prepareCourses({ ...few, horizon: 1 }), { days, everyYears: 1, effectiveness });
    const [each, seldom] = [over(1), over(years)];
    return yearly.map((lost, at) => lost + (seldom[at] ?? 0) - (each[at] ?? 0));
  });
  return row(`every-${years}`, addedUp(lists), [1 / years]);
}

const addedUp = (lists: readonly number[][]): number[] =>
  (lists[0] ?? []).map((_, at) => sum(lists.map((list) => list[at] ?? 0)));

/**
 * Looking four times a year, and washing where the loss that is found has come to a limit: the limit that costs least. All faces of
 * a site are washed together, once their loss together has come to it.
 */
function lookFirst(
  washed: readonly WashedArray[],
  { valuePerKWh }: PlanInput,
  price: number,
): { lost: number[]; visits: number[]; washAt: number } {
  const tried = WASH_AT.map((washAt) => {
    const courses = (washed[0]?.prepared.setup.members ?? []).map((_, at) =>
      lookedIn(
        washed.map((one) => oneCourse(one, at)),
        washAt,
      ),
    );
    const [lost, visits] = [courses.map((one) => one.lost), courses.map((one) => one.visits)];
    return { washAt, lost, visits, total: mean(lost) * valuePerKWh + mean(visits) * price };
  });
  return tried.reduce((least, one) => (one.total < least.total ? one : least));
}

const oneCourse = ({ prepared, effectiveness }: WashedArray, at: number): WashedArray => {
  const { setup, days, energy } = prepared;
  const only = <T>(all: readonly T[]): T[] => all.slice(at, at + 1);
  const own: PreparedCourses = {
    ...prepared,
    setup: { ...setup, members: only(setup.members) },
    days: only(days),
    energy: only(energy),
  };
  return { prepared: own, effectiveness };
};

function lookedIn(washed: readonly WashedArray[], washAt: number): { lost: number; visits: number } {
  const days: number[] = [];
  const visits = (effectiveness: Effectiveness) => ({ ...NO_VISITS, days, effectiveness });
  for (const look of LOOKS) {
    const found = washed.map(
      ({ prepared, effectiveness }) => walk(prepared, visits(effectiveness))[0]?.loss[look - 1] ?? 0,
    );
    if (mean(found) >= washAt) days.push(look);
  }
  return {
    lost: sum(washed.map(({ prepared, effectiveness }) => lostWith(prepared, visits(effectiveness))[0] ?? 0)),
    visits: days.length,
  };
}
