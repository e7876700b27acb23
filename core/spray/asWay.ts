import type { Effectiveness } from '../assumptions.ts';
import { type PreparedCourses, prepareCourses } from '../courses/courses.ts';
import { type CourseSetup, NO_VISITS, type Visits, withFewer } from '../courses/setup.ts';
import { compareVisits } from '../courses/visitsOfSite.ts';
import { lostWith } from '../courses/yearAhead.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import { worthOf } from '../quotes/worth.ts';
import { mean, type Quantiles, quantilesOf } from '../statistics/summary.ts';
import { type SprayTimer, type SprayTimerInput, sprayTimer } from './timer.ts';

/** What runs through a line, and from where. */
export interface LineWater {
  /** uS/cm */
  conductivity: number;
  /** it stands warm in a tank before it is sprayed */
  stored: boolean;
  /** it comes from the mains */
  mains: boolean;
}

/** Warnings of a line. uS/cm. */
export type LineWarning =
  | Finding<'line-hard-water', { conductivity: number }>
  | Bare<'line-legionella' | 'line-backflow' | 'line-hot-glass' | 'line-leaves-bonded'>;

export interface SprayAsWayInput {
  /** a face and what is known of it (C17) */
  setup: CourseSetup;
  /** of a rinse by the line, of one that is wiped while it runs, and of a visit */
  effectiveness: Record<'line' | 'wiped' | 'visit', Effectiveness>;
  timer: Omit<SprayTimerInput, 'deposition' | 'effectiveness' | 'surfaceTilt'>;
  /** rinses a year that somebody wipes along, evenly through it */
  wipes: number;
  /** minor units: the line once, null where nobody has priced it; what it costs beside that in a year, and a wiping */
  price: number | null;
  upkeep: number;
  wipeCost: number;
  /** years that the line lasts */
  lasts: number;
  /** minor units for 1000 L, and for a kWh */
  waterPer1000: number;
  valuePerKWh: number;
  /** minor units for a visit of the same face */
  visitCost: number;
  water: LineWater;
}

/** What a year of a way comes to: kWh lost, and minor units. */
export interface YearOfWay {
  lost: Quantiles;
  /** what the dirt still costs, what the way costs, and both */
  lostValue: number;
  cost: number;
  total: number;
}

export interface SprayAsWay {
  /** g/m2 that settle in a day on the flat, over the members */
  deposition: Quantiles;
  timer: SprayTimer;
  /** days between rinses where least and most settles; null where none is needed */
  everyDays: { most: number | null; least: number | null };
  nothing: YearOfWay;
  visits: YearOfWay & { count: number };
  /** with its own share of its price, where that is known */
  line: YearOfWay;
  /** minor units a year by which the line does better than the best visits; less than nothing where it does worse; null without a price */
  saves: number | null;
  /** years until its price is back against the best visits; null where it never is while it lasts, or without a price */
  payback: number | null;
  /** price from which on it does not pay against the best visits, minor units */
  worthAtMost: number;
  warnings: LineWarning[];
}

/** Members over which the ways are compared. */
const COMPARED = 12;
const DAYS = 365;
/** Conductivity from which on a line scales the glass that it is meant to keep clean, uS/cm. */
export const HARD_WATER = 400;

/**
 * A spray line as a way of its own beside visits (C13, C19): how often it runs by what settles here, what it leaves over the
 * year and what that costs, and whether its price comes back.
 */
export function sprayAsWay(input: SprayAsWayInput): SprayAsWay {
  const prepared = prepareCourses(withFewer({ ...input.setup, horizon: 1 }, COMPARED));
  const settling = settlingOn(prepared);
  const deposition = quantilesOf(settling);
  const { setup, effectiveness, water } = input;
  const timed = (of: number): SprayTimer =>
    sprayTimer({
      ...input.timer,
      deposition: of,
      surfaceTilt: setup.surfaceTilt,
      effectiveness: Math.min(0.99, effectiveness.line.loose),
    });
  const timer = timed(deposition.mean);
  const year = (visits: Visits, cost: number): YearOfWay => {
    const lost = lostWith(prepared, visits);
    const lostValue = worthOf(mean(lost), input.valuePerKWh);
    return { lost: quantilesOf(lost), lostValue, cost, total: lostValue + cost };
  };
  const visits = bestVisits(prepared, input, year);
  const running =
    (timer.litresAYear / 1000) * input.waterPer1000 +
    timer.energyAYear * input.valuePerKWh +
    input.upkeep +
    input.wipes * input.wipeCost;
  const { price, lasts } = input;
  const line = year(daysOfLine(timer, input), Math.round(running + (price ?? 0) / lasts));
  const against = visits.total - (line.lostValue + Math.round(running));
  const years = price !== null && against > 0 ? price / against : Number.POSITIVE_INFINITY;
  return {
    deposition,
    timer,
    everyDays: { most: timed(deposition.p90).everyDays, least: timed(deposition.p10).everyDays },
    nothing: year(NO_VISITS, 0),
    visits,
    line,
    saves: price === null ? null : visits.total - line.total,
    payback: years <= lasts ? years : null,
    worthAtMost: Math.max(0, Math.round(against * lasts)),
    warnings: warningsOf(water, prepared),
  };
}

/** The number of visits that is best for this face, on the days that are found best for it. */
function bestVisits(
  prepared: PreparedCourses,
  { effectiveness, visitCost, valuePerKWh }: SprayAsWayInput,
  year: (visits: Visits, cost: number) => YearOfWay,
): SprayAsWay['visits'] {
  const washed = [{ prepared, effectiveness: effectiveness.visit }];
  const { options, best } = compareVisits(washed, () => visitCost, valuePerKWh);
  const days = options[best]?.days ?? [];
  return { count: best, ...year({ days, everyYears: 1, effectiveness: effectiveness.visit }, best * visitCost) };
}

/** Days of the year on which a timer runs the line. */
export const daysOfRinses = ({ everyDays }: Pick<SprayTimer, 'everyDays'>): number[] =>
  everyDays === null ? [] : Array.from({ length: Math.floor(DAYS / everyDays) }, (_, at) => at * everyDays);

/** Every rinse of the year; those that are wiped along in the place of the one that is nearest. */
function daysOfLine(timer: SprayTimer, { wipes, effectiveness }: SprayAsWayInput): Visits {
  const wiped = Array.from({ length: wipes }, (_, at) => Math.round(((at + 0.5) * DAYS) / wipes));
  return {
    days: daysOfRinses(timer),
    everyYears: 1,
    effectiveness: effectiveness.line,
    others: { days: wiped, effectiveness: effectiveness.wiped },
  };
}

/** g/m2 a day on the flat, of each member. */
export const settlingOn = ({ setup, days }: PreparedCourses): number[] =>
  setup.members.map(({ dust }, at) => dust * mean(Array.from(days[at]?.deposition ?? [])));

function warningsOf({ conductivity, stored, mains }: LineWater, { setup }: PreparedCourses): LineWarning[] {
  const bonded = mean(setup.members.map(({ initial }) => initial.bonded));
  const warnings: (LineWarning | false)[] = [
    conductivity > HARD_WATER && { code: 'line-hard-water', params: { conductivity } },
    bare('line-hot-glass'),
    stored && bare('line-legionella'),
    mains && bare('line-backflow'),
    bonded > 0 && bare('line-leaves-bonded'),
  ];
  return warnings.filter((one) => one !== false);
}
