import { type Bare, bare, type Finding } from '../findings.ts';
import { clearSkyDay } from '../modules/clearSkyDay.ts';
import { leastSquares } from '../statistics/leastSquares.ts';
import { mean } from '../statistics/summary.ts';
import { MILLISECONDS_PER_DAY } from '../time/utc.ts';
import { densestLine, dot, fitClearDays, type TrendDay, type TrendFit } from './clearDays.ts';
import { fitEveryDay } from './everyDay.ts';
import { type FittedDay, halfWidths, neighbourCorrelation } from './trendInterval.ts';

export interface EnergySite {
  latitude: number;
  longitude: number;
  /** m */
  altitude: number;
  linkeTurbidity: number | readonly number[];
  surfaceTilt: number;
  surfaceAzimuth: number;
  /** W */
  pdc0: number;
  /** 1/K */
  gammaPdc: number;
  /** W; left out where nothing limits the array */
  pacRated?: number | undefined;
  /** Celsius, daylight means of the twelve months, for days that bring no temperature */
  tempAir?: readonly number[] | undefined;
  /** mm of rain in a day that cleans; default 6 */
  rainThreshold?: number | undefined;
}

export interface EnergyDay {
  /** the local solar day, such as 2026-11-24 */
  date: string;
  /** kWh; null where the day is missing */
  energy: number | null;
  /** Celsius, daylight mean */
  tempAir?: number | undefined;
  /** m/s at module height; default 1 */
  windSpeed?: number | undefined;
  /** mm */
  rain?: number | undefined;
  /** kWh of an uncleaned array under the same sky */
  control?: number | null | undefined;
}

export interface DailyEnergyInput {
  site: EnergySite;
  days: readonly EnergyDay[];
  /** dates */
  cleanings: readonly string[];
}

export type RejectedBecause = 'cloudy' | 'hazy' | 'short' | 'missing' | 'limit' | 'cleaning' | 'outlier';

/** Why daily energy carries no figure. */
export type EnergyMissing =
  | Bare<'energy-no-trend' | 'energy-steps-together'>
  | Finding<'energy-few-clear-days', { clear: number; needed: number }>
  | Finding<'energy-few-before', { clear: number; needed: number }>
  | Finding<'energy-few-after', { clear: number; needed: number }>
  | Finding<'energy-rain-near', { needed: number }>;

/** What one cleaning did. */
export interface CleaningStep {
  date: string;
  gain: number | null;
  loss: number | null;
  ci95: [number, number] | null;
  /** why there is no figure */
  missing: EnergyMissing | null;
}

export interface DailyEnergyOutput {
  /** of the last cleaning */
  gain: number | null;
  loss: number | null;
  /** of the gain */
  ci95: [number, number] | null;
  /** a fraction of output a day, positive where it gets dirtier */
  ratePerDay: number | null;
  rateCi95: [number, number] | null;
  steps: CleaningStep[];
  used: string[];
  rejected: { date: string; reason: RejectedBecause }[];
  /** what a straight line through raw energy before the cleaning, carried on, would have claimed */
  rawTrendGain: number | null;
  /** performance of the last days beside the same days a year before, less 1; null where the data do not reach */
  yearOnYear: number | null;
  /** what is missing for a figure */
  missing: EnergyMissing | null;
}

/** Clear days needed on either side of a cleaning, and between a cleaning rain and it. */
export const CLEAR_DAYS_NEEDED = 6;
const CLEAR_DAYS_FROM_RAIN = 3;
const USUAL_TEMPERATURE = 20;
const USUAL_WIND = 1;
const USUAL_THRESHOLD = 6;
/** A day of which the limit takes this share of the clear energy tells nothing of soiling. */
const LIMITED_SHARE = 0.02;
/** Performance against the clear trend below which a day is short of hours, and below which it is cloudy. */
const SHORT_BELOW = 0.1;
const CLOUDY_BELOW = 0.9;

interface Candidate {
  date: string;
  /** days since the first of the series */
  time: number;
  /** logarithm of energy over expectation, or over the control */
  value: number;
}

/** A day on which the level may change: a cleaning, or a rain that cleans. */
interface Step {
  time: number;
  cleaning: string | null;
}

const timeOf = (date: string, first: string): number =>
  Math.round((Date.parse(date) - Date.parse(first)) / MILLISECONDS_PER_DAY);

/**
 * What a cleaning gained, from daily energy (C14): each day over what a clear sky would have given, the clear days
 * found from the data, a straight soiling trend with a step at each cleaning and each cleaning rain.
 *
 * With a control array the sky cancels and every day counts. Without a cleaning: the drift alone.
 * @returns figures with 95 % intervals; null and a named reason where the data cannot carry one
 */
export function gainFromDailyEnergy(input: DailyEnergyInput): DailyEnergyOutput {
  const { days, cleanings, first, unusable, controlled, candidates, steps, trend, clouded } = fitSeries(input);
  const rejected = [...unusable, ...clouded.map(({ date }) => ({ date, reason: 'cloudy' as const }))];
  const rawTrendGain = rawTrend(days, cleanings.at(-1));
  const yearOnYear = changeInAYear(trend, candidates);
  if (trend === null) {
    const missing = bare('energy-no-trend');
    return {
      ...nothing(cleanings, missing),
      used: [],
      rejected: [...rejected, ...candidates.map(({ date }) => ({ date, reason: 'cloudy' as const }))],
      rawTrendGain,
      yearOnYear,
    };
  }
  const { fit, sorted } = trend;
  const judged = candidates.map((day, index) => ({ ...day, clear: fit.clear[index] ?? 0, index }));
  const used = judged.filter(({ clear }) => clear >= 0.5);
  const late = judged.filter(({ clear }) => clear < 0.5);
  const correlation = neighbourCorrelation(sorted, fit.coefficients);
  const widths = halfWidths(sorted, fit.unscaledCovariance, fit.sigma, correlation);
  const slope = fit.coefficients[1] ?? 0;
  const found = cleanings.map((date) => stepOf(date, steps, used, fit, widths, first));
  const last = found.at(-1);
  const enough = used.length >= CLEAR_DAYS_NEEDED;
  return {
    gain: last?.gain ?? null,
    loss: last?.loss ?? null,
    ci95: last?.ci95 ?? null,
    ratePerDay: enough ? -slope : null,
    rateCi95: enough ? [-slope - (widths[1] ?? 0), -slope + (widths[1] ?? 0)] : null,
    steps: found,
    used: used.map(({ date }) => date),
    rejected: [
      ...rejected,
      ...late.map(({ date, index }) => ({ date, reason: reasonFor(sorted[index] as FittedDay, fit, controlled) })),
    ].sort((a, b) => a.date.localeCompare(b.date)),
    rawTrendGain,
    yearOnYear,
    missing: enough
      ? (last?.missing ?? null)
      : { code: 'energy-few-clear-days', params: { clear: used.length, needed: CLEAR_DAYS_NEEDED } },
  };
}

/** The trend with its steps through a series, and the days that it goes through. */
function fitSeries(input: DailyEnergyInput) {
  const days = [...input.days].sort((a, b) => a.date.localeCompare(b.date));
  const cleanings = [...new Set(input.cleanings)].sort();
  const first = days[0]?.date ?? '';
  const { candidates: sifted, rejected: unusable, controlled } = sift(input.site, days, cleanings, first);
  const rains = days.filter(({ rain = 0 }) => rain >= (input.site.rainThreshold ?? USUAL_THRESHOLD));
  const allSteps = [
    ...cleanings.map((date): Step => ({ time: timeOf(date, first), cleaning: date })),
    ...rains
      .filter(({ date }) => !cleanings.includes(date))
      .map(({ date }): Step => ({ time: timeOf(date, first), cleaning: null })),
  ].sort((a, b) => a.time - b.time);
  const { candidates, steps, trend, clouded } = fitWithoutClouds(sifted, allSteps, controlled);
  return { days, cleanings, first, unusable, controlled, candidates, steps, trend, clouded };
}

/** A clear day: its energy over what a clear sky would have given clean glass, as a logarithm. */
export interface ClearDay {
  date: string;
  performance: number;
}

/**
 * The clear days of a series with their performance against nameplate; none where another array stands for the sky, since
 * then nothing is held against the nameplate.
 */
export function clearDaysOf(input: DailyEnergyInput): ClearDay[] {
  const { candidates, trend, controlled } = fitSeries(input);
  if (trend === null || controlled) return [];
  return candidates.flatMap(({ date, value }, index) =>
    (trend.fit.clear[index] ?? 0) >= 0.5 ? [{ date, performance: value }] : [],
  );
}

/** Days that can be looked at, and those that cannot, with the reason. */
function sift(site: EnergySite, days: readonly EnergyDay[], cleanings: readonly string[], first: string) {
  const controlled = days.some(({ control }) => typeof control === 'number' && control > 0);
  const candidates: Candidate[] = [];
  const rejected: { date: string; reason: RejectedBecause }[] = [];
  for (const day of days) {
    const { date, energy, control } = day;
    const reject = (reason: RejectedBecause) => rejected.push({ date, reason });
    if (energy === null || (controlled && typeof control !== 'number')) reject('missing');
    else if (cleanings.includes(date)) reject('cleaning');
    else if (energy <= 0 || (controlled && (control ?? 0) <= 0)) reject('short');
    else {
      const expected = expectation(site, day);
      if (expected.energy <= 0) reject('short');
      else if (expected.energy < (1 - LIMITED_SHARE) * expected.unlimited) reject('limit');
      else {
        const by = controlled ? (control as number) : expected.energy;
        candidates.push({ date, time: timeOf(date, first), value: Math.log(energy / by) });
      }
    }
  }
  return { candidates, rejected, controlled };
}

function expectation(site: EnergySite, { date, tempAir, windSpeed = USUAL_WIND }: EnergyDay) {
  const month = Number(date.slice(5, 7)) - 1;
  const temperature = tempAir ?? site.tempAir?.[month] ?? USUAL_TEMPERATURE;
  const { pdc0, gammaPdc, pacRated } = site;
  const array = { pdc0, gammaPdc, ...(pacRated === undefined ? {} : { pacRated }) };
  return clearSkyDay(site, site, array, date, temperature, windSpeed);
}

/** Steps with no day between them are one; of a rain and a cleaning so close the cleaning stays. */
function joinSteps(steps: readonly Step[], candidates: readonly Candidate[]): Step[] {
  const joined: Step[] = [];
  for (const step of steps) {
    const last = joined.at(-1);
    const between = last && candidates.some(({ time }) => time > last.time && time <= step.time);
    if (!last || between) joined.push(step);
    else if (step.cleaning !== null) joined[joined.length - 1] = step;
  }
  const has = (test: (time: number) => boolean) => candidates.some(({ time }) => test(time));
  return joined.filter((step) => has((time) => time <= step.time) && has((time) => time > step.time));
}

/** A level that falls by this much at a rain, as a logarithm, is one of clouds: rain dirties nothing. */
const FALL_AT_RAIN = 0.1;

/**
 * The trend without spells between two rains that had no clear day: a level of its own would be fitted to their clouds.
 * Such a spell is short of clear days, and lies under the one before it though rain fell between the two. A spell with
 * clear days enough stands, however low: something else may have failed.
 */
function fitWithoutClouds(sifted: readonly Candidate[], allSteps: readonly Step[], controlled: boolean) {
  let candidates = [...sifted];
  const clouded: Candidate[] = [];
  for (;;) {
    const steps = joinSteps(allSteps, candidates);
    const trend = fitTrend(candidates, steps, controlled);
    const spells = trend && !controlled ? spellsInClouds(trend.fit, steps, candidates) : [];
    if (spells.length === 0) return { candidates, steps, trend, clouded };
    const inClouds = ({ time }: Candidate) => spells.some(({ after, to }) => time > after && time <= to);
    clouded.push(...candidates.filter(inClouds));
    candidates = candidates.filter((day) => !inClouds(day));
  }
}

/** The spells between steps that show nothing but clouds, by the days after which they begin and with which they end. */
function spellsInClouds({ coefficients, clear }: TrendFit, steps: readonly Step[], candidates: readonly Candidate[]) {
  const found: { after: number; to: number }[] = [];
  let level = 0;
  let fair = 0;
  steps.forEach(({ time: after, cleaning }, index) => {
    const to = steps[index + 1]?.time ?? Number.POSITIVE_INFINITY;
    level += coefficients[index + 2] ?? 0;
    const count = candidates.filter(({ time }, day) => time > after && time <= to && (clear[day] ?? 0) >= 0.5).length;
    const clouds = cleaning === null && count < CLEAR_DAYS_NEEDED && level < fair - FALL_AT_RAIN;
    if (clouds) found.push({ after, to });
    else fair = level;
  });
  return found;
}

interface ClearTrend {
  fit: TrendFit;
  sorted: FittedDay[];
}

function fitTrend(candidates: readonly Candidate[], steps: readonly Step[], controlled: boolean): ClearTrend | null {
  if (candidates.length < steps.length + 3) return null;
  const middle = mean(candidates.map(({ time }) => time));
  const edges = [Number.NEGATIVE_INFINITY, ...steps.map(({ time }) => time), Number.POSITIVE_INFINITY];
  const groups = edges
    .slice(1)
    .map((to, index) =>
      candidates
        .filter(({ time }) => time > (edges[index] ?? 0) && time <= to)
        .map(({ time, value }) => ({ time: time - middle, value })),
    );
  const { slope, levels } = densestLine(groups);
  // Found by a level for each spell, of which a day has one; told by steps, of which a late day has them all.
  const byLevels = candidates.map(({ time, value }): TrendDay => {
    const spell = steps.filter((step) => time > step.time).length;
    const [first = 0, ...later] = levels.map((_, at) => Number(at === spell));
    return { row: [first, time - middle, ...later], value };
  });
  const [first = 0, ...later] = levels;
  const found = (controlled ? fitEveryDay : fitClearDays)(byLevels, [first, slope, ...later]);
  const sorted = candidates.map(({ time, value }, index): FittedDay => {
    const row = [1, time - middle, ...steps.map((step) => Number(time > step.time))];
    return { time, equation: { row, value, weight: found?.clear[index] ?? 0 } };
  });
  const fit = leastSquares(sorted.map(({ equation }) => equation));
  return found && fit && { fit: { ...found, ...fit }, sorted };
}

function stepOf(
  date: string,
  steps: readonly Step[],
  used: readonly Candidate[],
  fit: TrendFit,
  widths: readonly number[],
  first: string,
): CleaningStep {
  const at = timeOf(date, first);
  const index = steps.findIndex(({ cleaning }) => cleaning === date);
  const others = steps.filter(({ cleaning }) => cleaning !== null && cleaning !== date).map(({ time }) => time);
  const from = Math.max(Number.NEGATIVE_INFINITY, ...others.filter((time) => time < at));
  const to = Math.min(Number.POSITIVE_INFINITY, ...others.filter((time) => time > at));
  const between = (low: number, high: number) => used.filter(({ time }) => time > low && time <= high).length;
  const missing = whatIsMissing(between(from, at), between(at, to)) ?? nearRain(at, steps, between);
  const step = fit.coefficients[index + 2];
  const width = widths[index + 2];
  if (missing !== null || index < 0 || step === undefined || width === undefined) {
    return {
      date,
      gain: null,
      loss: null,
      ci95: null,
      missing: missing ?? bare('energy-steps-together'),
    };
  }
  return {
    date,
    gain: Math.expm1(step),
    loss: 1 - Math.exp(-step),
    ci95: [Math.expm1(step - width), Math.expm1(step + width)],
    missing: null,
  };
}

function whatIsMissing(before: number, after: number): EnergyMissing | null {
  const needed = CLEAR_DAYS_NEEDED;
  if (before < needed) return { code: 'energy-few-before', params: { clear: before, needed } };
  if (after < needed) return { code: 'energy-few-after', params: { clear: after, needed } };
  return null;
}

function nearRain(
  at: number,
  steps: readonly Step[],
  between: (low: number, high: number) => number,
): EnergyMissing | null {
  const rains = steps.filter(({ cleaning }) => cleaning === null).map(({ time }) => time);
  const before = Math.max(Number.NEGATIVE_INFINITY, ...rains.filter((time) => time < at));
  const after = Math.min(Number.POSITIVE_INFINITY, ...rains.filter((time) => time >= at));
  const close =
    (Number.isFinite(before) && between(before, at) < CLEAR_DAYS_FROM_RAIN) ||
    (Number.isFinite(after) && between(at, after) < CLEAR_DAYS_FROM_RAIN);
  return close ? { code: 'energy-rain-near', params: { needed: CLEAR_DAYS_FROM_RAIN } } : null;
}

function reasonFor({ equation }: FittedDay, fit: TrendFit, controlled: boolean): RejectedBecause {
  const residual = equation.value - dot(equation.row, fit.coefficients);
  if (residual > 0 || controlled) return 'outlier';
  const performance = Math.exp(residual);
  if (performance < SHORT_BELOW) return 'short';
  return performance < CLOUDY_BELOW ? 'cloudy' : 'hazy';
}

/** The claim of a straight line through the raw energy of all days before, held against the days after. */
function rawTrend(days: readonly EnergyDay[], cleaning: string | undefined): number | null {
  if (cleaning === undefined) return null;
  const told = days.flatMap(({ date, energy }) => (energy === null ? [] : [{ time: timeOf(date, cleaning), energy }]));
  const before = told.filter(({ time }) => time < 0);
  const after = told.filter(({ time }) => time > 0);
  if (before.length < 2 || after.length === 0) return null;
  const [t, e] = [mean(before.map(({ time }) => time)), mean(before.map(({ energy }) => energy))];
  const squares = before.reduce((sum, { time }) => sum + (time - t) ** 2, 0);
  const slope = before.reduce((sum, { time, energy }) => sum + (time - t) * (energy - e), 0) / squares;
  const carried = after.reduce((sum, { time }) => sum + e + slope * (time - t), 0);
  const measured = after.reduce((sum, { energy }) => sum + energy, 0);
  return carried > 0 ? measured / carried - 1 : null;
}

const A_YEAR = 365;
const SAME_SEASON = 10;
const PAIRS_NEEDED = 5;

/** Clear days of the last year beside those of the same season a year before, as the middle of their ratios. */
function changeInAYear(trend: ClearTrend | null, candidates: readonly Candidate[]): number | null {
  if (trend === null) return null;
  const clear = candidates.filter((_, index) => (trend.fit.clear[index] ?? 0) >= 0.5);
  const ratios = clear.flatMap((day) => {
    const earlier = clear.filter(({ time }) => Math.abs(day.time - A_YEAR - time) <= SAME_SEASON);
    return earlier.length === 0 ? [] : [day.value - mean(earlier.map(({ value }) => value))];
  });
  if (ratios.length < PAIRS_NEEDED) return null;
  const sorted = [...ratios].sort((a, b) => a - b);
  return Math.expm1(sorted[sorted.length >> 1] ?? 0);
}

const nothing = (cleanings: readonly string[], missing: EnergyMissing) => ({
  gain: null,
  loss: null,
  ci95: null,
  ratePerDay: null,
  rateCi95: null,
  steps: cleanings.map((date) => ({ date, gain: null, loss: null, ci95: null, missing })),
  missing,
});
