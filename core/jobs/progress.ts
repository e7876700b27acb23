import type { Reading } from '../comparisons/compare.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import type { WipeTest } from '../inspections/soil.ts';
import { withoutRetracted } from '../retracted.ts';
import { type Clocked, happenedAt } from './clock.ts';
import type { Step, StepKey } from './steps.ts';

/** What can be done to a module, or not be done: the crew touches it so. What was *seen* on one is a mark, of an inspection. */
export const MODULE_DONE = ['rinsed', 'brushed', 'bladed', 'not-reached', 'come-back'] as const;
export type ModuleDone = (typeof MODULE_DONE)[number];

/** What a cloth shows after a wash: nothing, some film, plainly one. */
export const CLOTHS_AFTER = ['clean', 'some', 'plain'] as const satisfies readonly WipeTest[];
export type ClothAfter = (typeof CLOTHS_AFTER)[number];
/** Most people who brush at once on one job. */
export const MOST_HANDS = 6;

/** When a face is read: before it is washed, and after. */
export const READ_WHEN = ['before', 'after'] as const;
export type ReadWhen = (typeof READ_WHEN)[number];

/** Something that happened on a job. Entries are evidence: they are added, never changed. */
export type JobEntry = { id: string } & Clocked &
  (
    | { kind: 'step-started'; step: StepKey }
    | { kind: 'caution'; step: StepKey; caution: string; answer: boolean }
    | { kind: 'step-done'; step: StepKey }
    | { kind: 'cannot'; step: StepKey; reason: string }
    | { kind: 'kit'; item: string; packed: boolean }
    /** what was done to modules; the two names are those that devices have kept and sent since the first of them */
    | { kind: 'mark'; array: string; modules: number[]; mark: ModuleDone }
    | {
        kind: 'reading';
        when: ReadWhen;
        array: string;
        /** further faces on the same inverter, read together with it */
        with?: string[] | undefined;
        quantity: 'power' | 'current';
        /** at which side of the inverter, or under which load; left out where nobody was asked */
        how?: ReadingHow | undefined;
        reading: Reading;
        control?: { value: number; tempModule: number };
        sensor: boolean;
        shading: boolean;
        wet: boolean;
        /** battery full or export capped while it was read */
        capped: boolean;
      }
    /** why a face has no reading */
    | { kind: 'no-reading'; when: ReadWhen; array: string; reason: string }
    | { kind: 'water'; conductivity: number; temperature: number; litres?: number }
    /** litres that the job used, by a water meter */
    | { kind: 'meter'; litres: number }
    /** people who brush at the same time */
    | { kind: 'hands'; people: number }
    /** what a white cloth showed in one stroke over the washed glass */
    | { kind: 'cloth'; array: string; shows: ClothAfter }
    /** glass and water side by side, Celsius, where they were too far apart to bring together */
    | { kind: 'temperatures'; glass: number; water: number }
    | { kind: 'paused'; reason: string }
    | { kind: 'resumed' }
    | { kind: 'retracted'; entry: string; reason: string }
  );

/** Kinds of entries, as they are stored. */
export const ENTRY_KINDS = [
  'step-started',
  'caution',
  'step-done',
  'cannot',
  'kit',
  'mark',
  'reading',
  'no-reading',
  'water',
  'meter',
  'hands',
  'cloth',
  'temperatures',
  'paused',
  'resumed',
  'retracted',
] as const satisfies readonly JobEntry['kind'][];

/** Power at the inverter's AC side or before it, a current in short circuit or under a load that holds the voltage. */
export const READING_HOWS = ['ac', 'dc', 'short-circuit', 'fixed-voltage'] as const;
export type ReadingHow = (typeof READING_HOWS)[number];

export type ReadingEntry = Extract<JobEntry, { kind: 'reading' }>;
export type WaterEntry = Extract<JobEntry, { kind: 'water' }>;

export interface StepState {
  key: StepKey;
  state: 'waiting' | 'now' | 'done' | 'cannot' | 'stopped';
  startedAt: string | null;
  endedAt: string | null;
  /** cautions answered yes */
  passed: string[];
  /** the caution that was answered no last, and so stops the step */
  stoppedBy: string | null;
  reason: string | null;
}

export interface JobProgress {
  steps: StepState[];
  current: StepKey | null;
  paused: string | null;
  /** array id -> module index -> what was done */
  done: Record<string, Record<number, ModuleDone>>;
  readings: ReadingEntry[];
  /** faces that have no reading, with why */
  unread: { array: string; when: ReadWhen; reason: string }[];
  water: WaterEntry[];
  /** litres used by the meter, as it was read last */
  metered: number | null;
  /** people who brush at once; null where nobody said */
  hands: number | null;
  /** array id -> what the last cloth showed there */
  cloths: Record<string, ClothAfter>;
  kit: Record<string, boolean>;
  /** how each hazard was answered last, on whichever step, since the job went on after a stop */
  standing: Record<string, boolean>;
  /** whether the sky has to be asked about before anything else: the job was stopped after its reading before */
  skyAsked: boolean;
  /** whether what was read before is of another sky, and nothing has been read in its place yet */
  readAgain: boolean;
  /** temperatures on record last, Celsius */
  glass: number | null;
  waterTemperature: number | null;
  /** when the glass was last worked on, by what was done to modules; null where nothing was done to any */
  washedAt: string | null;
  begun: boolean;
  finished: boolean;
}

/** What says that the glass was worked on. */
export const WORKED: readonly ModuleDone[] = ['rinsed', 'brushed', 'bladed'];

/** Entries in the order in which they happened, without those that were retracted. */
export function standingEntries(entries: readonly JobEntry[]): JobEntry[] {
  return withoutRetracted(entries).sort((a, b) => Date.parse(happenedAt(a)) - Date.parse(happenedAt(b)));
}

/**
 * Where a job stands, folded from everything that happened on it. The same fold runs on the server and, without a
 * signal, on the phone.
 */
export const jobProgress = (steps: readonly Step[], entries: readonly JobEntry[]): JobProgress =>
  folded(notBegun(steps), standingEntries(entries));

/**
 * A fold as it is kept beside a job, so that what happens next is added to it and not everything folded anew.
 */
export interface FoldedJob {
  /** of the fold; another one is folded anew */
  version: number;
  /** how many entries there are, and how many modules they touch, each time counted */
  entries: number;
  marked: number;
  /** the moment of the latest of them, ISO 8601; null where there is none */
  latest: string | null;
  progress: JobProgress;
}

/** Goes up whenever the same entries fold to something else. */
export const FOLD_VERSION = 2;

export function foldJob(steps: readonly Step[], entries: readonly JobEntry[]): FoldedJob {
  const moments = entries.map(happenedAt).sort((a, b) => Date.parse(a) - Date.parse(b));
  return {
    version: FOLD_VERSION,
    entries: entries.length,
    marked: markedIn(entries),
    latest: moments.at(-1) ?? null,
    progress: jobProgress(steps, entries),
  };
}

/**
 * Adds what happened since to a fold.
 * @returns null where everything has to be folded anew: something is retracted, happened before what is folded, or was
 * folded in another way
 */
export function foldOn(fold: FoldedJob, entries: readonly JobEntry[]): FoldedJob | null {
  let latest = fold.latest === null ? Number.NEGATIVE_INFINITY : Date.parse(fold.latest);
  for (const entry of entries) {
    const moment = Date.parse(happenedAt(entry));
    if (entry.kind === 'retracted' || !(moment >= latest)) return null;
    latest = moment;
  }
  const last = entries.at(-1);
  if (fold.version !== FOLD_VERSION || last === undefined) return fold.version === FOLD_VERSION ? fold : null;
  return {
    version: FOLD_VERSION,
    entries: fold.entries + entries.length,
    marked: fold.marked + markedIn(entries),
    latest: happenedAt(last),
    progress: folded(structuredClone(fold.progress), entries),
  };
}

const markedIn = (entries: readonly JobEntry[]): number =>
  entries.reduce((sum, entry) => sum + (entry.kind === 'mark' ? entry.modules.length : 0), 0);

function notBegun(steps: readonly Step[]): JobProgress {
  return {
    steps: steps.map(({ key }) => ({
      key,
      state: 'waiting',
      startedAt: null,
      endedAt: null,
      passed: [],
      stoppedBy: null,
      reason: null,
    })),
    current: null,
    paused: null,
    done: {},
    readings: [],
    unread: [],
    water: [],
    metered: null,
    hands: null,
    cloths: {},
    kit: {},
    standing: {},
    skyAsked: false,
    readAgain: false,
    glass: null,
    waterTemperature: null,
    washedAt: null,
    begun: false,
    finished: false,
  };
}

/** Applies entries, in the order in which they happened, to a progress that it may change. */
function folded(progress: JobProgress, entries: readonly JobEntry[]): JobProgress {
  const states = new Map<StepKey, StepState>(progress.steps.map((state) => [state.key, state]));
  // Which step is on follows from all of them; so it is taken back first and said again at the end.
  for (const state of progress.steps) if (state.state === 'now' || state.state === 'stopped') state.state = 'waiting';
  for (const entry of entries) apply(progress, states, entry);
  const current = progress.steps.find(({ state }) => state !== 'done' && state !== 'cannot');
  if (current && current.state === 'waiting') current.state = current.stoppedBy ? 'stopped' : 'now';
  progress.current = current?.key ?? null;
  progress.finished = current === undefined;
  return progress;
}

function apply(progress: JobProgress, states: Map<StepKey, StepState>, entry: JobEntry): void {
  const state = 'step' in entry ? states.get(entry.step) : undefined;
  if (entry.kind !== 'kit') progress.begun = true;
  switch (entry.kind) {
    case 'step-started':
      if (state) state.startedAt ??= happenedAt(entry);
      break;
    case 'caution':
      if (entry.caution === 'sky') {
        progress.skyAsked = false;
        if (!entry.answer) readAgain(progress, states.get('before'));
        break;
      }
      progress.standing[entry.caution] = entry.answer;
      if (state && entry.answer) {
        state.passed = [...new Set([...state.passed, entry.caution])];
        if (state.stoppedBy === entry.caution) state.stoppedBy = null;
      } else if (state) {
        state.stoppedBy = entry.caution;
        state.passed = state.passed.filter((key) => key !== entry.caution);
      }
      break;
    case 'step-done':
      if (state) Object.assign(state, { state: 'done', endedAt: happenedAt(entry) });
      break;
    case 'cannot':
      if (state) Object.assign(state, { state: 'cannot', endedAt: happenedAt(entry), reason: entry.reason });
      break;
    case 'kit':
      progress.kit[entry.item] = entry.packed;
      break;
    case 'mark': {
      const done = progress.done[entry.array] ?? {};
      for (const index of entry.modules) done[index] = entry.mark;
      progress.done[entry.array] = done;
      if (WORKED.includes(entry.mark)) progress.washedAt = happenedAt(entry);
      break;
    }
    case 'reading':
      progress.readings.push(entry);
      if (entry.when === 'before') progress.readAgain = false;
      progress.glass = entry.reading.tempModule;
      break;
    case 'no-reading':
      progress.unread.push({ array: entry.array, when: entry.when, reason: entry.reason });
      break;
    case 'water':
      progress.water.push(entry);
      progress.waterTemperature = entry.temperature;
      progress.metered = entry.litres ?? progress.metered;
      break;
    case 'meter':
      progress.metered = entry.litres;
      break;
    case 'hands':
      progress.hands = entry.people;
      break;
    case 'cloth':
      progress.cloths[entry.array] = entry.shows;
      break;
    case 'temperatures':
      progress.glass = entry.glass;
      progress.waterTemperature = entry.water;
      break;
    case 'paused':
      progress.paused = entry.reason;
      break;
    case 'resumed':
      progress.paused = null;
      askAgain(progress, states);
      break;
  }
}

/** After a stop nothing that was answered before it stands: another hour, perhaps another day. */
function askAgain(progress: JobProgress, states: Map<StepKey, StepState>): void {
  progress.standing = {};
  for (const state of states.values()) {
    if (state.state !== 'waiting') continue;
    state.passed = [];
    state.stoppedBy = null;
  }
  const washed = Object.keys(progress.done).length > 0;
  progress.skyAsked = !washed && progress.readings.some(({ when }) => when === 'before');
}

/** The readings before are of another sky: they are taken anew, and those that were kept stay in the entries alone. */
function readAgain(progress: JobProgress, before: StepState | undefined): void {
  progress.readings = progress.readings.filter(({ when }) => when !== 'before');
  progress.unread = progress.unread.filter(({ when }) => when !== 'before');
  progress.readAgain = true;
  if (before) Object.assign(before, { state: 'waiting', startedAt: null, endedAt: null });
}

/** Whether a face has its reading, alone or together with others, or a reason for having none. */
export const isAnswered = (progress: JobProgress, array: string, when: ReadWhen): boolean =>
  progress.readings.some((one) => one.when === when && (one.array === array || one.with?.includes(array))) ||
  progress.unread.some((one) => one.when === when && one.array === array);

/** What a step still lacks before it can be called done. */
export type Lacking =
  | Finding<'lacking-faces', { names: string[] }>
  | Bare<'lacking-before' | 'lacking-after' | 'lacking-water' | 'lacking-done'>;

/** What a step still lacks before it can be called done; null where nothing. It can be left out with a reason. */
export function lackingFor(
  step: Step,
  progress: JobProgress,
  faces: readonly { id: string; name: string }[] = [],
): Lacking | null {
  const has = (when: ReadWhen) =>
    progress.readings.some((reading) => reading.when === when) || progress.unread.some((face) => face.when === when);
  const when = step.ends === 'before-readings' ? 'before' : step.ends === 'after-readings' ? 'after' : null;
  const open = when ? faces.filter(({ id }) => !isAnswered(progress, id, when)) : [];
  if (when && has(when) && open.length > 0)
    return { code: 'lacking-faces', params: { names: open.map(({ name }) => name) } };
  if (step.ends === 'before-readings' && !has('before')) return bare('lacking-before');
  if (step.ends === 'after-readings' && !has('after')) return bare('lacking-after');
  if (step.ends === 'water' && progress.water.length === 0) return bare('lacking-water');
  if (step.ends === 'modules' && Object.keys(progress.done).length === 0) return bare('lacking-done');
  return null;
}

/** To how many of an array's modules each was done; the rest are left. */
export function countDone(
  done: Record<number, ModuleDone> | undefined,
  modules: number,
): Record<ModuleDone | 'left', number> {
  const counts = { rinsed: 0, brushed: 0, bladed: 0, 'not-reached': 0, 'come-back': 0, left: modules };
  for (const one of Object.values(done ?? {})) {
    counts[one] += 1;
    counts.left -= 1;
  }
  return counts;
}

/** Modules that count as cleaned: brushed or bladed, or rinsed and no more was meant. */
export const cleanedModules = (counts: Record<ModuleDone | 'left', number>): number =>
  counts.rinsed + counts.brushed + counts.bladed;
