import { type CleaningMethod, DROPPINGS, type Effectiveness, PATCH_FACTOR } from '../assumptions.ts';
import { CLEAN_GLASS, type LayeredDays, type LayeredParameters } from '../soiling/layered.ts';
import { dateOfNumber as dateOf, dayNumber, dayOfYear } from '../time/dates.ts';
import { monthOfDay } from '../time/year.ts';
import { climateMonth, climateOf, generateWeatherYears, usualDeposition } from '../weather/index.ts';
import { MARKED_MISMATCH_SPREAD } from './factors.ts';
import { standingOf } from './filmOnPatch.ts';
import { type EvidenceItem, observationsFromRecords } from './heard.ts';
import { exposureOf, type HouseFigures } from './house.ts';
import type { Assimilation } from './posterior.ts';
import type { ArrayRecords, WashOnRecord } from './records.ts';

export interface HistoryOfArray {
  /** one for each way that days nobody observed may have gone; the evidence is the same in all */
  inputs: Assimilation[];
  evidence: EvidenceItem[];
  /** first day, `YYYY-MM-DD` */
  from: string;
  days: number;
  /** days whose rain was observed */
  observed: number;
  /** days of the washes, from 0 */
  washDays: number[];
}

/** Days that an array is looked back over, and at most where its last known wash lies further back. */
const LOOK_BACK = 730;
const MOST_DAYS = 1095;
/**
 * Ways that unobserved rain may have gone that are tried, and the share of observed days from which on one is enough: of
 * the days since the last wash or of the last year, whichever is less, for of what lay there before little is left.
 */
const DRAWN = 4;
const OBSERVED_ENOUGH = 0.97;
const A_YEAR = 365;

/**
 * From records to days, cleanings and observations (C17): the one place that knows what is on record and what the model
 * takes. The glass is clean on the first day, which lies two years back or at the array's beginning: what lay there then
 * is mostly gone.
 */
export function historyOf(records: ArrayRecords): HistoryOfArray {
  const last = dayNumber(records.until);
  const first = firstDay(records, last);
  const count = last - first + 1;
  const at = (date: string) => dayNumber(date) - first;
  const washes = records.washes.filter(({ date }) => at(date) >= 0 && at(date) < count);
  const cleanings = washes.map((wash) => ({ day: at(wash.date), effectiveness: takenOff(wash, records.house) }));
  const { observations, evidence } = observationsFromRecords(records, at, count);
  const parameters = parametersOf(records, cleanings, at);
  const observed = Array.from({ length: count }, (_, day) => records.rain[dateOf(first + day)] ?? null);
  const known = observed.filter((mm) => mm !== null).length;
  // The last day is not over: rain that nobody has seen has not fallen.
  observed[count - 1] ??= 0;
  const courses = isObserved(observed, Math.max(0, ...cleanings.map(({ day }) => day))) ? 1 : DRAWN;
  const marked = records.looks.at(-1)?.marked ?? null;
  const way = mostUsedWay(washes);
  return {
    inputs: Array.from({ length: courses }, (_, course) => ({
      surfaceTilt: records.place.surfaceTilt,
      parameters,
      initial: CLEAN_GLASS,
      days: daysOf(records, first, observed, records.seed + course),
      cleanings,
      observations,
      prior: {
        deposition: records.house.dust[records.place.surroundings].sd,
        ...(way === null ? {} : { removal: records.house.bondedSpread[way] }),
        ...(marked && marked.droppings.cover > 0 ? { mismatch: MARKED_MISMATCH_SPREAD } : {}),
      },
      priorMean: { deposition: records.house.dust[records.place.surroundings].mean },
      seed: records.seed,
    })),
    evidence,
    from: dateOf(first),
    days: count,
    observed: known,
    washDays: cleanings.map(({ day }) => day),
  };
}

/** A gap in these last days may hide the rain that matters most. */
const RECENT = 30;

function isObserved(observed: readonly (number | null)[], lastWash: number): boolean {
  if (observed.slice(Math.max(lastWash, observed.length - RECENT)).includes(null)) return false;
  const recent = observed.slice(Math.max(lastWash, observed.length - A_YEAR));
  return recent.filter((mm) => mm !== null).length >= OBSERVED_ENOUGH * recent.length;
}

function firstDay({ place, washes }: ArrayRecords, last: number): number {
  const lastWash = Math.max(...washes.map(({ date }) => dayNumber(date)).filter((day) => day <= last));
  const back = Math.min(last + 1 - LOOK_BACK, Number.isFinite(lastWash) ? lastWash : last);
  const begun = place.installedOn === null ? Number.NEGATIVE_INFINITY : dayNumber(place.installedOn);
  return Math.min(last, Math.max(back, last + 1 - MOST_DAYS, begun));
}

/** The way in which most of the modules were washed, by all washes; null where there was none. */
function mostUsedWay(washes: readonly WashOnRecord[]): CleaningMethod | null {
  const shares = new Map<CleaningMethod, number>();
  for (const { way, share } of washes.flatMap(({ parts }) => parts)) shares.set(way, (shares.get(way) ?? 0) + share);
  return [...shares].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** What a wash took off the whole array: of each part what its way takes off. */
function takenOff({ parts }: WashOnRecord, { effectiveness }: HouseFigures): Effectiveness {
  const of = (layer: keyof Effectiveness) =>
    Math.min(
      1,
      parts.reduce((sum, { way, share }) => sum + share * effectiveness[way][layer], 0),
    );
  return { loose: of('loose'), bonded: of('bonded'), droppings: of('droppings'), lichen: of('lichen') };
}

/** The days as the house expects them: observed rain, drawn where nobody observed it, dew as its chance, dust by season. */
function daysOf(
  { place, house }: ArrayRecords,
  first: number,
  observed: readonly (number | null)[],
  seed: number,
): LayeredDays {
  const climate = climateOf(place.climate);
  const calendar = observed.map((_, day) => dayOfYear(dateOf(first + day)));
  const years = Math.ceil(observed.length / 365) + 1;
  const drawn = generateWeatherYears(climate, place.latitude, years, seed).flatMap(({ rain }) => rain);
  const begin = calendar[0] ?? 0;
  return {
    rain: observed.map((mm, day) => mm ?? drawn[begin + day] ?? 0),
    dew: calendar.map((day) => climateMonth(climate.dew, monthOfDay(day), place.latitude)),
    deposition: calendar.map((day) =>
      usualDeposition({ ...place, ...exposureOf(place.surroundings, place.birds, house) }, day),
    ),
    droppings: calendar.map(() => DROPPINGS[place.birds]),
  };
}

/** The house's figures here, and what the last look found that neither comes nor goes. */
function parametersOf(
  { looks }: ArrayRecords,
  cleanings: readonly { day: number; effectiveness: Effectiveness }[],
  at: (date: string) => number,
): LayeredParameters {
  const look = looks.at(-1);
  const droppings = look?.marked?.droppings;
  const standing = look === undefined ? 0 : standingOf(look);
  // As it was before washes that took some of it, so that after them it is what was seen.
  const left = cleanings
    .filter(({ day }) => look !== undefined && day <= at(look.date))
    .reduce((share, { effectiveness }) => share * (1 - effectiveness.lichen), 1);
  return {
    lichenDensity: 0,
    mismatch: droppings && droppings.cover > 0 ? droppings.loss / droppings.cover : PATCH_FACTOR.mid,
    standingLoss: Math.min(0.95, standing / Math.max(0.05, left)),
  };
}
