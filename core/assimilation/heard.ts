import { BONDED_BY_CLOTH, EVIDENCE_SIGMA, FILM_BY_CLOTH, UNSEEN } from '../assumptions.ts';
import { isFilm, joinLosses, lossOfSoil, SOIL_TRAITS } from '../inspections/soil.ts';
import { filmMassOf } from '../modules/filmLoss.ts';
import type { EvidenceKind, Unheard } from './evidence.ts';
import { type FilmOnPatch, filmOnPatch } from './filmOnPatch.ts';
import { type Eye, type HouseFigures, USUAL_EYE } from './house.ts';
import type { Observation } from './observed.ts';
import type { ArrayRecords, LookOnRecord } from './records.ts';

export interface EvidenceItem {
  /** such as `eye:ID of the look` */
  key: string;
  kind: EvidenceKind;
  /** the look or the job that it comes from; null of energy */
  recordId: string | null;
  from: string;
  until: string;
  /** places of what it saw among the observations; none where it is not heard */
  observations: number[];
  unheard: Unheard | null;
}

/** Clear days of energy that are heard: more would not narrow anything, for they scatter together. */
const MOST_CLEAR_DAYS = 250;

/**
 * What each piece of evidence of an array saw, as observations of its days, and which are not heard and why.
 * @param at the day of a date, from 0 @param count of days
 */
export function observationsFromRecords(
  records: ArrayRecords,
  at: (date: string) => number,
  count: number,
): { observations: Observation[]; evidence: EvidenceItem[] } {
  const observations: Observation[] = [];
  const evidence: EvidenceItem[] = [];
  const add = (
    told: Pick<EvidenceItem, 'key' | 'kind' | 'recordId' | 'from' | 'until'>,
    seen: readonly Observation[],
    because: Unheard | null = null,
  ) => {
    const within = seen.filter(({ day }) => day >= 0 && day < count);
    const unheard =
      because ?? (records.leftOut.includes(told.key) ? 'left-out' : within.length === 0 ? 'before-the-record' : null);
    const places = unheard === null ? within.map((one) => observations.push(one) - 1) : [];
    evidence.push({ ...told, observations: places, unheard });
  };
  const washed = new Set(records.washes.filter(({ jobId }) => jobId !== null).map(({ date }) => date));
  for (const look of records.looks) {
    const { id, date } = look;
    // Whoever looks on the day of a job looks before it, unless the clock says otherwise.
    const day = at(date) - (washed.has(date) && !look.afterWash ? 1 : 0);
    const told = (kind: EvidenceKind) => ({ key: `${kind}:${id}`, kind, recordId: id, from: date, until: date });
    const film = filmOnPatch(look, records.house);
    add(told('eye'), seenByEye(look, day, records.house, film));
    if (look.reading) {
      const { shortfall, spoilt } = look.reading;
      const seen = { kind: 'loss', day, value: shortfall, sigma: EVIDENCE_SIGMA.reading } as const;
      add(told('reading'), [seen], spoilt ? 'spoilt' : null);
    }
    if (look.patch) {
      const seen = seenOnPatch(look.patch, day, film);
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
        sigma: EVIDENCE_SIGMA.energy,
      })),
    );
  return { observations, evidence };
}

/** Every so many of the clear days, the last of them among these. */
function thinned<T>(days: readonly T[]): T[] {
  const step = Math.max(1, Math.ceil(days.length / MOST_CLEAR_DAYS));
  return days.filter((_, at) => (days.length - 1 - at) % step === 0);
}

/** How far out a caller's words are, who has not been on the roof (house assumption). */
const CALLERS_EYE: Eye = { bias: 0, sigma: Math.log(2.5) };

/** The eye: the film as one even one that costs as much, droppings by their cover, the cloth. */
function seenByEye(
  { by, soils, marked, wipeTest }: LookOnRecord,
  day: number,
  house: HouseFigures,
  onPatch: FilmOnPatch | null,
): Observation[] {
  const eye = by === null ? CALLERS_EYE : (house.eyes[by] ?? USUAL_EYE);
  const film = joinLosses(soils.filter(({ kind }) => isFilm(kind)).map(lossOfSoil)).mid;
  const mass = filmMassOf(film) ?? 0;
  const cover = marked
    ? marked.droppings.cover
    : soils.reduce((sum, { kind, share }) => sum + (SOIL_TRAITS[kind].layer === 'droppings' ? share : 0), 0);
  const cloth = wipeTest === 'not-done' || onPatch ? null : BONDED_BY_CLOTH[wipeTest];
  return [
    mass > 0
      ? { kind: 'film', day, value: mass / Math.exp(eye.bias), sigma: eye.sigma }
      : { kind: 'film', day, value: UNSEEN.film, sigma: UNSEEN.filmSigma },
    cover > 0
      ? { kind: 'cover', day, value: cover, sigma: marked ? EVIDENCE_SIGMA.coverByMarks : EVIDENCE_SIGMA.coverByEye }
      : { kind: 'cover', day, value: UNSEEN.cover, sigma: UNSEEN.coverSigma },
    ...(cloth === null ? [] : [{ kind: 'bonded' as const, day, value: cloth, sigma: EVIDENCE_SIGMA.bondedByCloth }]),
  ];
}

/** Strips against a dirty neighbour: the loss with its own uncertainty, and how much of the film the rinse left. */
function seenOnPatch(
  { found: { loss, atMost } }: NonNullable<LookOnRecord['patch']>,
  day: number,
  onPatch: FilmOnPatch | null,
): Observation[] {
  const seen: Observation[] = [];
  if (loss) seen.push({ kind: 'loss', day, value: loss.mid, sigma: Math.max(0.002, (loss.high - loss.low) / 4) });
  else if (atMost !== null) seen.push({ kind: 'loss', day, value: atMost / 2, sigma: Math.max(0.002, atMost / 2) });
  if (onPatch) seen.push({ kind: 'bonded', day, ...onPatch.bonded });
  return seen;
}
