import {
  BONDED_BY_CLOTH,
  type CleaningMethod,
  DROPPINGS,
  type Effectiveness,
  FILM_BY_CLOTH,
  PATCH_FACTOR,
  UNSEEN,
  WITNESS_SIGMA,
} from '../assumptions.ts';
import { isFilm, joinLosses, lossOfSoil } from '../inspections/soil.ts';
import { filmMassOf } from '../modules/filmLoss.ts';
import { CLEAN_GLASS, type LayeredDays, type LayeredParameters } from '../soiling/layered.ts';
import { dateOfNumber as dateOf, dayNumber, dayOfYear } from '../time/dates.ts';
import { monthOfDay } from '../time/year.ts';
import { climateMonth, climateOf, generateWeatherYears, usualDeposition } from '../weather/index.ts';
import { MARKED_MISMATCH_SPREAD } from './factors.ts';
import { filmOnPatch, standingOf } from './filmOnPatch.ts';
import { type Eye, exposureOf, type HouseFigures, USUAL_EYE } from './house.ts';
import type { Observation } from './observed.ts';
import type { Assimilation } from './posterior.ts';
import type { ArrayRecords, LookOnRecord, WashOnRecord } from './records.ts';
import type { Unheard, WitnessKind } from './witnesses.ts';

export interface Witness {
  /** such as `eye:ID of the look` */
  key: string;
  kind: WitnessKind;
  /** the look or the job that it comes from; null of energy */
  recordId: string | null;
  from: string;
  until: string;
  /** places of what it saw among the observations; none where it is not heard */
  observations: number[];
  unheard: Unheard | null;
}

export interface HistoryOfArray {
  /** one for each way that days nobody observed may have gone; the witnesses are the same in all */
  inputs: Assimilation[];
  witnesses: Witness[];
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
/** Clear days of energy that are heard: more would not narrow anything, for they scatter together. */
const MOST_CLEAR_DAYS = 250;

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
  const { observations, witnesses } = heard(records, at, count);
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
    witnesses,
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

/** What each witness saw, and which are not heard. */
function heard(records: ArrayRecords, at: (date: string) => number, count: number) {
  const observations: Observation[] = [];
  const witnesses: Witness[] = [];
  const add = (
    told: Pick<Witness, 'key' | 'kind' | 'recordId' | 'from' | 'until'>,
    seen: readonly Observation[],
    because: Unheard | null = null,
  ) => {
    const within = seen.filter(({ day }) => day >= 0 && day < count);
    const unheard =
      because ?? (records.leftOut.includes(told.key) ? 'left-out' : within.length === 0 ? 'before-the-record' : null);
    const places = unheard === null ? within.map((one) => observations.push(one) - 1) : [];
    witnesses.push({ ...told, observations: places, unheard });
  };
  const washed = new Set(records.washes.filter(({ jobId }) => jobId !== null).map(({ date }) => date));
  for (const look of records.looks) {
    const { id, date } = look;
    // Whoever looks on the day of a job looks before it, unless the clock says otherwise.
    const day = at(date) - (washed.has(date) && !look.afterWash ? 1 : 0);
    const told = (kind: WitnessKind) => ({ key: `${kind}:${id}`, kind, recordId: id, from: date, until: date });
    add(told('eye'), seenByEye(look, day, records.house));
    if (look.reading) {
      const { shortfall, spoilt } = look.reading;
      const seen = { kind: 'loss', day, value: shortfall, sigma: WITNESS_SIGMA.reading } as const;
      add(told('reading'), [seen], spoilt ? 'spoilt' : null);
    }
    if (look.patch) {
      const seen = seenOnPatch(look, day, records.house);
      const none = seen.length === 0 ? 'no-figure' : null;
      add(told('test-patch'), seen, look.patch.representative ? none : 'not-representative');
    }
  }
  for (const { jobId, date, ratio, sigma } of records.pairs) {
    const seen = records.washes.some((wash) => wash.date === date)
      ? [{ kind: 'gain', day: at(date), value: ratio, sigma } as const]
      : [];
    add({ key: `pair:${jobId}`, kind: 'pair', recordId: jobId, from: date, until: date }, seen);
  }
  for (const { jobId, date, cloth } of records.washes) {
    if (jobId === null || cloth === undefined) continue;
    const seen = { kind: 'film', day: at(date), value: FILM_BY_CLOTH[cloth], sigma: FILM_BY_CLOTH.sigma } as const;
    add({ key: `cloth:${jobId}`, kind: 'cloth', recordId: jobId, from: date, until: date }, [seen]);
  }
  const clear = thinned(records.energy.filter(({ date }) => at(date) >= 0 && at(date) < count));
  const [begin, end] = [clear[0], clear.at(-1)];
  if (begin && end)
    add(
      { key: 'energy', kind: 'energy', recordId: null, from: begin.date, until: end.date },
      clear.map(({ date, performance }) => ({
        kind: 'energy',
        day: at(date),
        value: performance,
        sigma: WITNESS_SIGMA.energy,
      })),
    );
  return { observations, witnesses };
}

/** Every so many of the clear days, the last of them among these. */
function thinned<T>(days: readonly T[]): T[] {
  const step = Math.max(1, Math.ceil(days.length / MOST_CLEAR_DAYS));
  return days.filter((_, at) => (days.length - 1 - at) % step === 0);
}

/** How far out a caller's words are, who has not been on the roof (house assumption). */
const CALLERS_EYE: Eye = { bias: 0, sigma: Math.log(2.5) };

/** The eye: the film as one even one that costs as much, droppings by their cover, the cloth. */
function seenByEye(look: LookOnRecord, day: number, house: HouseFigures): Observation[] {
  const { by, soils, marked, wipeTest } = look;
  const eye = by === null ? CALLERS_EYE : (house.eyes[by] ?? USUAL_EYE);
  const film = joinLosses(soils.filter(({ kind }) => isFilm(kind)).map(lossOfSoil)).mid;
  const mass = filmMassOf(film) ?? 0;
  const cover = marked
    ? marked.droppings.cover
    : soils.reduce((sum, { kind, share }) => sum + (kind === 'droppings' ? share : 0), 0);
  const cloth = wipeTest === 'not-done' || filmOnPatch(look, house) ? null : BONDED_BY_CLOTH[wipeTest];
  return [
    mass > 0
      ? { kind: 'film', day, value: mass / Math.exp(eye.bias), sigma: eye.sigma }
      : { kind: 'film', day, value: UNSEEN.film, sigma: UNSEEN.filmSigma },
    cover > 0
      ? { kind: 'cover', day, value: cover, sigma: marked ? WITNESS_SIGMA.coverByMarks : WITNESS_SIGMA.coverByEye }
      : { kind: 'cover', day, value: UNSEEN.cover, sigma: UNSEEN.coverSigma },
    ...(cloth === null ? [] : [{ kind: 'bonded' as const, day, value: cloth, sigma: WITNESS_SIGMA.bondedByCloth }]),
  ];
}

/** Strips against a dirty neighbour: the loss with its own uncertainty, and how much of the film the rinse left. */
function seenOnPatch(look: LookOnRecord, day: number, house: HouseFigures): Observation[] {
  if (look.patch === null) return [];
  const { loss, atMost } = look.patch.found;
  const bonded = filmOnPatch(look, house)?.bonded;
  const seen: Observation[] = [];
  if (loss) seen.push({ kind: 'loss', day, value: loss.mid, sigma: Math.max(0.002, (loss.high - loss.low) / 4) });
  else if (atMost !== null) seen.push({ kind: 'loss', day, value: atMost / 2, sigma: Math.max(0.002, atMost / 2) });
  if (bonded) seen.push({ kind: 'bonded', day, ...bonded });
  return seen;
}
