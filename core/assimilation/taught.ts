import { type CleaningMethod, EVIDENCE_SIGMA, FILM_GRADE } from '../assumptions.ts';
import { atOdds } from '../soiling/layered.ts';
import { dayNumber } from '../time/dates.ts';
import { droppingsOf, filmOnPatch, standingOf } from './filmOnPatch.ts';
import type { EvidenceItem } from './heard.ts';
import type { HistoryOfArray } from './history.ts';
import { USUAL_EYE } from './house.ts';
import type { Posterior } from './posterior.ts';
import type { ArrayRecords, LookOnRecord, WashOnRecord } from './records.ts';
import { seasonsSaid } from './seasons.ts';

/**
 * What one array teaches of a figure that the house assumes (C18): under the figure's key, on its scale. An eye is a
 * difference of logarithms, dust a factor, an effect a share with the spread of its odds.
 */
export interface Taught {
  key: string;
  value: number;
  sd: number;
  /** the look or the job that it comes from; null of the array as a whole */
  recordId: string | null;
  /** `YYYY-MM-DD` */
  date: string;
}

/** Less surely known of the film without the look, and it says nothing of the eye: the house's expectation alone is no judge of it. */
const FILM_KNOWN_TO = 0.6;
/** Of the thickest grade, from which on an eye's scale ends. */
const MOST_SEEN = 0.97;
/** Less sure than this, and a lesson is none: of odds. */
const MOST_UNSURE = 2;
/** A share of bonded film under which nothing can be said of what took it off, and of the modules that have to be washed. */
const LEAST_BONDED = 0.2;
const LEAST_WASHED = 0.8;
/** An effect is never all or nothing. */
const ENDS = { least: 0.02, most: 0.98 } as const;
/** Less than this says next to nothing. */
const LEAST_PRECISION = 0.5;
/** Days before and after a wash within which a look tells what it took, and the loss to patches that has to be there before. */
const SHORTLY_BEFORE = 30;
const SHORTLY_AFTER = 7;
const LEAST_LOST = 0.01;
/** Share of patches that nobody would see. */
const LEAST_SEEN = 0.03;
/** No lesson is surer than this. */
const LEAST_SD = 0.1;
/** Less surely known than this, of its logarithm, and a season is told from the others by nothing. */
const SEASON_KNOWN_TO = 0.5;

/** All that is taught by what is known of an array. */
export function taughtBy(records: ArrayRecords, history: HistoryOfArray, posterior: Posterior): Taught[] {
  const heard = history.evidence.filter(({ unheard }) => unheard === null);
  return [
    ...heard.flatMap((item) => ofEye(item, records, history, posterior)),
    ...records.looks.flatMap((look) => ofStrips(look, records)),
    ...records.washes.flatMap((wash) => ofPatches(wash, records)),
    ...(heard.length > 0
      ? [...ofDust(records, posterior), ...ofWashes(records, posterior), ...ofSeasons(records, history, posterior)]
      : []),
  ];
}

/** How far a look lies off what all others let expect. */
function ofEye(
  item: EvidenceItem,
  records: ArrayRecords,
  { inputs }: HistoryOfArray,
  { surprises }: Posterior,
): Taught[] {
  const look = records.looks.find(({ id }) => id === item.recordId);
  if (item.kind !== 'eye' || !look?.by) return [];
  const at = item.observations.find((one) => inputs[0]?.observations[one]?.kind === 'film');
  const seen = at === undefined ? undefined : inputs[0]?.observations[at];
  const told = at === undefined ? undefined : surprises[at];
  const { bias } = records.house.eyes[look.by] ?? USUAL_EYE;
  const filmy = look.soils.some(({ share }) => share > 0);
  // Who saw the thickest grade all over could not have said more.
  const atTheEnd = seen !== undefined && seen.value * Math.exp(bias) > MOST_SEEN * FILM_GRADE.thick;
  if (!seen || !told || !filmy || atTheEnd || told.sd > FILM_KNOWN_TO) return [];
  const value = Math.log(seen.value) + bias - told.centre;
  return [{ key: `eye:${look.by}`, value, sd: told.sd, recordId: look.id, date: look.date }];
}

/** What the array says of its dust beside what was taken to be so before. */
function ofDust({ place, house, until }: ArrayRecords, { parameters }: Posterior): Taught[] {
  const said = withoutBefore(parameters.deposition, house.dust[place.surroundings]);
  if (said === null) return [];
  const key = `dust:${place.surroundings}`;
  return [{ key, value: Math.exp(said.mean), sd: said.sd, recordId: null, date: until }];
}

/** What the array says of each season's dust beside that of its whole record. */
function ofSeasons(
  { place, house, until }: ArrayRecords,
  { inputs, from }: HistoryOfArray,
  posterior: Posterior,
): Taught[] {
  const [input] = inputs;
  if (input === undefined) return [];
  return seasonsSaid(input, posterior, from, place.latitude).flatMap(({ season, mean, sd }) => {
    if (sd > SEASON_KNOWN_TO) return [];
    const used = house.seasons[place.surroundings]?.[season] ?? 1;
    const key = `season:${place.surroundings}/${season}`;
    return [{ key, value: used * Math.exp(mean), sd: Math.max(LEAST_SD, sd), recordId: null, date: until }];
  });
}

/** What was seen says of a factor by itself; null where it hardly says anything. */
function withoutBefore(found: { mean: number; sd: number }, before: { mean: number; sd: number }) {
  const precision = 1 / found.sd ** 2 - 1 / before.sd ** 2;
  if (!(precision > LEAST_PRECISION)) return null;
  const mean = (found.mean / found.sd ** 2 - before.mean / before.sd ** 2) / precision;
  return { mean, sd: 1 / Math.sqrt(precision) };
}

/** The one way in which nearly all of the modules were washed each time; null where there was none. */
function onlyWay(washes: readonly WashOnRecord[]): CleaningMethod | null {
  const ways = washes.map(({ parts }) => parts.find(({ share }) => share >= LEAST_WASHED)?.way ?? null);
  const [first = null] = ways;
  return ways.every((way) => way === first) ? first : null;
}

/** What a way takes off the bonded film here, beside what was taken to be so before: by pairs, energy and looks after washes. */
function ofWashes({ washes, house, until }: ArrayRecords, { parameters }: Posterior): Taught[] {
  const way = onlyWay(washes);
  if (way === null) return [];
  const said = withoutBefore(parameters.removal, { mean: 0, sd: house.bondedSpread[way] });
  if (said === null) return [];
  const share = atOdds(house.effectiveness[way].bonded, Math.exp(said.mean));
  return [{ key: `bonded:${way}`, value: share, sd: said.sd, recordId: null, date: until }];
}

/** What the strips of a test patch took off the bonded film, where the rinsed one says how much of it there was. */
function ofStrips(look: LookOnRecord, { house }: ArrayRecords): Taught[] {
  const film = filmOnPatch(look, house);
  if (film === null || film.bonded.value < LEAST_BONDED) return [];
  const bonded = film.bonded.value;
  return film.removed.flatMap(({ way, value, sigma }) => {
    const { loose } = house.effectiveness[way];
    return effect(`bonded:${way}`, (value - (1 - bonded) * loose) / bonded, sigma / bonded, look.id, look.date);
  });
}

/** What a wash took of droppings and of what grows, where somebody looked shortly before it and shortly after. */
function ofPatches(wash: WashOnRecord, { looks }: ArrayRecords): Taught[] {
  const way = onlyWay([wash]);
  const days = ({ date }: LookOnRecord) => dayNumber(date) - dayNumber(wash.date);
  const isAfter = (look: LookOnRecord) => days(look) > 0 || (days(look) === 0 && look.afterWash === true);
  const before = looks.findLast((look) => !isAfter(look) && days(look) >= -SHORTLY_BEFORE);
  const after = looks.find((look) => isAfter(look) && days(look) <= SHORTLY_AFTER);
  if (way === null || before === undefined || after === undefined) return [];
  const by = ({ marked }: LookOnRecord) => (marked ? EVIDENCE_SIGMA.coverByMarks : EVIDENCE_SIGMA.coverByEye);
  const taken = (layer: 'droppings' | 'lichen', of: (look: LookOnRecord) => number): Taught[] => {
    if (of(before) < LEAST_LOST) return [];
    const left = of(after) / of(before);
    const spread = Math.max(LEAST_SEEN, left * Math.hypot(by(before), by(after)));
    return effect(`${layer}:${way}`, 1 - left, spread, after.id, after.date);
  };
  return [...taken('droppings', droppingsOf), ...taken('lichen', standingOf)];
}

/** A lesson of a share, with its spread on the scale of odds. */
function effect(key: string, share: number, spread: number, recordId: string | null, date: string): Taught[] {
  const value = Math.min(ENDS.most, Math.max(ENDS.least, share));
  const sd = Math.max(LEAST_SD, spread / (value * (1 - value)));
  return sd > MOST_UNSURE ? [] : [{ key, value, sd, recordId, date }];
}
