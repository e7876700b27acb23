import type { Finding } from '../findings.ts';
import { daysBetween } from '../time/dates.ts';
import type { KitItem, KitName } from './list.ts';
import type { KitDue, KitStanding } from './standing.ts';
import { type Bristle, KIT, type KitKind } from './things.ts';

/** Why nothing of the register can be taken for an item: metres, litres. */
export type KitMissing =
  | Finding<'kit-none-entered' | 'kit-none-usable', { kind: KitKind }>
  | Finding<'kit-too-short', { longest: number; wanted: number }>
  | Finding<'kit-too-small', { most: number; wanted: number }>
  /** it is on another job of the day */
  | Finding<'kit-taken', { name: string; site: string }>;

/** An item of a kit list with the thing of the register that is taken for it. */
export interface DrawnItem {
  key: string;
  label: KitName;
  thing: { id: string; name: string; where: string } | null;
  missing: KitMissing | null;
  /** what is to be seen to at the thing before it is taken */
  due: KitDue[];
}

export interface JobToPack {
  id: string;
  site: string;
  kit: readonly KitItem[];
}

/** What an item of a kit list asks of the register. */
interface Wanted {
  kinds: readonly KitKind[];
  /** metres, litres */
  length?: number;
  volume?: number;
  bristle?: Bristle;
}

const KINDS: Partial<Record<KitName['code'], readonly KitKind[]>> = {
  'kit-rotary': ['rotary-head'],
  'kit-robot-wet': ['robot-wet'],
  'kit-robot-dry': ['robot-dry'],
  'kit-microfibre': ['cloth'],
  'kit-hose': ['hose'],
  'kit-squeegee': ['squeegee'],
  'kit-irradiance': ['irradiance-meter'],
  'kit-thermometer': ['thermometer'],
  'kit-meter': ['conductivity-meter'],
  'kit-membrane': ['membrane'],
  'kit-blade': ['blade'],
  'kit-access': ['harness'],
};

/** What of the register an item is; null for what it does not keep. */
export function wantedOf(label: KitName): Wanted | null {
  if (label.code === 'kit-pole') return { kinds: ['pole'], length: label.params.length };
  if (label.code === 'kit-tank') return { kinds: ['tank'], volume: label.params.litres };
  if (label.code === 'kit-brush') {
    const stiff = label.params.brush.code === 'brush-stiff-40';
    return { kinds: ['brush'], bristle: stiff ? 'stiff' : 'soft' };
  }
  const kinds = KINDS[label.code];
  return kinds ? { kinds } : null;
}

/** Whether a job misses a kind that the register has never kept: without a machine there is no job. */
const isMissed = (kind: KitKind): boolean => KIT[kind].oneJobADay === true || kind === 'rotary-head';

/**
 * What each job of a day takes along of the register, the jobs in their order: a machine that one job has the others do not.
 * @param things as they stand on that day
 * @param day of the calendar
 * @returns the items of each job that the register keeps, by the job's id
 */
export function drawDay(
  jobs: readonly JobToPack[],
  things: readonly KitStanding[],
  day: string,
): ReadonlyMap<string, readonly DrawnItem[]> {
  const taken = new Map<string, string>();
  const kept = things.filter(({ state }) => state !== 'retired');
  return new Map(
    jobs.map((job) => [
      job.id,
      things.length === 0
        ? []
        : job.kit.flatMap((item) => {
            const wanted = wantedOf(item.label);
            const drawn = wanted && drawItem(item, wanted, { things: kept, taken, day });
            if (drawn?.thing && oneJobADay(drawn.thing.id, kept)) taken.set(drawn.thing.id, job.site);
            return drawn ? [drawn] : [];
          }),
    ]),
  );
}

const oneJobADay = (id: string, things: readonly KitStanding[]): boolean => {
  const thing = things.find((one) => one.id === id);
  return thing !== undefined && KIT[thing.kind].oneJobADay === true;
};

function drawItem(
  { key, label }: KitItem,
  wanted: Wanted,
  { things, taken, day }: { things: readonly KitStanding[]; taken: ReadonlyMap<string, string>; day: string },
): DrawnItem | null {
  const soon = (due: readonly KitDue[]) => due.filter((one) => !isFarOff(one, day));
  const [kind] = wanted.kinds as [KitKind];
  const ofKind = things.filter((thing) => wanted.kinds.includes(thing.kind));
  const usable = ofKind.filter((thing) => thing.usable);
  const free = usable.filter(({ id }) => !taken.has(id));
  const fitting = free.filter((thing) => fits(thing, wanted)).sort(byFit(wanted));
  const [best] = fitting;
  if (best)
    return {
      key,
      label,
      thing: { id: best.id, name: best.name, where: best.where },
      missing: null,
      due: soon(best.due),
    };
  if (ofKind.length === 0 && !isMissed(kind)) return null;
  const missing = ((): KitMissing => {
    if (ofKind.length === 0) return { code: 'kit-none-entered', params: { kind } };
    if (usable.length === 0) return { code: 'kit-none-usable', params: { kind } };
    if (free.length === 0) {
      const [{ id, name }] = usable as [KitStanding];
      return { code: 'kit-taken', params: { name, site: taken.get(id) ?? '' } };
    }
    const most = (measure: 'length' | 'volume') => Math.max(...free.map((thing) => thing[measure] ?? 0));
    return wanted.length === undefined
      ? { code: 'kit-too-small', params: { most: most('volume'), wanted: wanted.volume ?? 0 } }
      : { code: 'kit-too-short', params: { longest: most('length'), wanted: wanted.length } };
  })();
  // What keeps the usable out of use is to be seen to as well.
  const due = usable.length === 0 ? soon(ofKind.flatMap((thing) => thing.due)) : [];
  return { key, label, thing: null, missing, due };
}

/** Days ahead from which on what falls due is said with a job; the register says it before. */
const SAID_WITH_JOB = 7;

const isFarOff = ({ code, params }: KitDue, day: string): boolean =>
  (code === 'kit-check-due' || code === 'kit-calibration-due') && daysBetween(day, params.on) > SAID_WITH_JOB;

/** A thing of which nobody said how long or large it is may well be enough. */
const fits = (thing: KitStanding, { length = 0, volume = 0 }: Wanted): boolean =>
  (thing.length ?? Number.POSITIVE_INFINITY) >= length && (thing.volume ?? Number.POSITIVE_INFINITY) >= volume;

/** The right bristle first, then the one with least to see to, then the smallest that is enough, the least worn, the most exact. */
const byFit =
  ({ bristle }: Wanted) =>
  (one: KitStanding, other: KitStanding): number => {
    const ranks = (thing: KitStanding) => [
      bristle === undefined || thing.bristle === bristle ? 0 : 1,
      thing.due.length,
      thing.length ?? thing.volume ?? 0,
      thing.wear ?? 0,
      thing.uncertainty ?? 1,
    ];
    const [a, b] = [ranks(one), ranks(other)];
    return a.map((rank, at) => rank - (b[at] ?? 0)).find((apart) => apart !== 0) ?? one.name.localeCompare(other.name);
  };
