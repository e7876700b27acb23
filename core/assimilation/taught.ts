import type { CleaningMethod } from '../assumptions.ts';
import type { PatchWay } from '../comparisons/testPatch.ts';
import type { HistoryOfArray, Witness } from './history.ts';
import { USUAL_EYE } from './house.ts';
import type { Observation } from './observed.ts';
import type { Posterior } from './posterior.ts';
import type { ArrayRecords, LookOnRecord, WashOnRecord } from './records.ts';

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

/** What members say that observations would have shown: one row for each. */
type Run = (observations: readonly Omit<Observation, 'value'>[]) => number[][];

/** Less surely known of the film without the look, and it says nothing of the eye: the house's expectation alone is no judge of it. */
const FILM_KNOWN_TO = 0.6;
/** Less sure than this, and a lesson is none: of odds. */
const MOST_UNSURE = 2;
/** A share of bonded film under which nothing can be said of what took it off, and of the modules that have to be washed. */
const LEAST_BONDED = 0.2;
const LEAST_WASHED = 0.8;
/** An effect is never all or nothing. */
const ENDS = { least: 0.02, most: 0.98 } as const;
/** Less than this says next to nothing. */
const LEAST_PRECISION = 0.5;

const STRIP_WAYS: Partial<Record<PatchWay, CleaningMethod>> = { brush: 'fed-pole', soap: 'soap', blade: 'wet-blade' };

/** All that is taught by what is known of an array. */
export function taughtBy(records: ArrayRecords, history: HistoryOfArray, posterior: Posterior, run: Run): Taught[] {
  const heard = history.witnesses.filter(({ unheard }) => unheard === null);
  return [
    ...heard.flatMap((witness) => ofEye(witness, records, history, posterior)),
    ...heard.flatMap((witness) => ofPair(witness, records, history, posterior, run)),
    ...records.looks.flatMap((look) => ofStrips(look, records)),
    ...(heard.length > 0 ? ofDust(records, posterior) : []),
  ];
}

/** How far a look lies off what all others let expect. */
function ofEye(
  witness: Witness,
  records: ArrayRecords,
  { inputs }: HistoryOfArray,
  { surprises }: Posterior,
): Taught[] {
  const look = records.looks.find(({ id }) => id === witness.recordId);
  if (witness.kind !== 'eye' || !look?.by) return [];
  const at = witness.observations.find((one) => inputs[0]?.observations[one]?.kind === 'film');
  const seen = at === undefined ? undefined : inputs[0]?.observations[at];
  const told = at === undefined ? undefined : surprises[at];
  const { bias } = records.house.eyes[look.by] ?? USUAL_EYE;
  const filmy = look.soils.some(({ share }) => share > 0);
  if (!seen || !told || !filmy || told.sd > FILM_KNOWN_TO) return [];
  const value = Math.log(seen.value) + bias - told.centre;
  return [{ key: `eye:${look.by}`, value, sd: told.sd, recordId: look.id, date: look.date }];
}

/** What the array says of its dust beside what was taken to be so before. */
function ofDust({ place, house, until }: ArrayRecords, { parameters }: Posterior): Taught[] {
  const found = parameters.deposition;
  const prior = house.dust[place.surroundings];
  const precision = 1 / found.sd ** 2 - 1 / prior.sd ** 2;
  if (!(precision > LEAST_PRECISION)) return [];
  const mean = (found.mean / found.sd ** 2 - prior.mean / prior.sd ** 2) / precision;
  const key = `dust:${place.surroundings}`;
  return [{ key, value: Math.exp(mean), sd: 1 / Math.sqrt(precision), recordId: null, date: until }];
}

/** The one way in which nearly all of the modules were washed; null where there was none. */
function onlyWay({ parts }: WashOnRecord): CleaningMethod | null {
  const most = [...parts].sort((a, b) => b.share - a.share)[0];
  return most && most.share >= LEAST_WASHED ? most.way : null;
}

/**
 * What a way took off the bonded film, where a pair measured what it gained and others say what lay there before. Where the
 * energy after the wash is heard as well, all of them speak of the gain alone, and what stayed on the glass is not known.
 */
function ofPair(
  witness: Witness,
  records: ArrayRecords,
  { inputs }: HistoryOfArray,
  { surprises }: Posterior,
  run: Run,
): Taught[] {
  const [at] = witness.observations;
  const observation = at === undefined ? undefined : inputs[0]?.observations[at];
  const told = at === undefined ? undefined : surprises[at];
  const wash = records.washes.find(({ date }) => date === witness.until);
  const way = wash && onlyWay(wash);
  if (witness.kind !== 'pair' || !observation || !told || !way || observation.day === 0) return [];
  const [shares = []] = run([{ kind: 'bonded', day: observation.day - 1, sigma: 1 }]);
  const bonded = shares.reduce((sum, one) => sum + one, 0) / Math.max(1, shares.length);
  const expected = 1 - Math.exp(-told.centre);
  const { day } = observation;
  const energyAfter = inputs[0]?.observations.some((one) => one.kind === 'energy' && one.day >= day) ?? false;
  if (bonded < LEAST_BONDED || expected < 0.005 || energyAfter) return [];
  const { loose: byLoose, bonded: byBonded } = records.house.effectiveness[way];
  const ofHouse = (1 - bonded) * byLoose + bonded * byBonded;
  const took = Math.min(0.995, (ofHouse * (1 - 1 / observation.value)) / expected);
  const spread = (ofHouse * Math.exp(-told.centre) * Math.hypot(told.sd, observation.sigma)) / expected / bonded;
  return effect(`bonded:${way}`, (took - (1 - bonded) * byLoose) / bonded, spread, witness.recordId, witness.until);
}

/** What the strips of a test patch took off the bonded film, where the rinsed one says how much of it there was. */
function ofStrips({ id, date, patch }: LookOnRecord, { house }: ArrayRecords): Taught[] {
  const bonded = patch?.found.bonded?.mid ?? 0;
  if (!patch || bonded < LEAST_BONDED) return [];
  return patch.found.removed.flatMap(({ way: strip, share }) => {
    const way = STRIP_WAYS[strip];
    // The strip that came cleanest is taken for clean: of itself it says nothing.
    if (way === undefined || share.low >= 1) return [];
    const { loose } = house.effectiveness[way];
    return effect(
      `bonded:${way}`,
      (share.mid - (1 - bonded) * loose) / bonded,
      (share.high - share.low) / 4 / bonded,
      id,
      date,
    );
  });
}

/** A lesson of a share, with its spread on the scale of odds. */
function effect(key: string, share: number, spread: number, recordId: string | null, date: string): Taught[] {
  const value = Math.min(ENDS.most, Math.max(ENDS.least, share));
  const sd = Math.max(0.1, spread / (value * (1 - value)));
  return sd > MOST_UNSURE ? [] : [{ key, value, sd, recordId, date }];
}
