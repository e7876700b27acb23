import type { PairOnRecord, WashOnRecord } from '../assimilation/records.ts';
import type { CleaningMethod } from '../assumptions.ts';
import type { WarningCode } from '../comparisons/warnings.ts';
import type { Instruments } from '../kit/instruments.ts';
import { happenedAt } from './clock.ts';
import {
  type ClothAfter,
  countDone,
  type JobEntry,
  type JobProgress,
  jobProgress,
  type ModuleDone,
  standingEntries,
  WORKED,
} from './progress.ts';
import { type Proof, proveCleaning } from './proof.ts';
import type { Step, StepKey } from './steps.ts';

/** A face of a job, as it was when the job was made, and the ways that were planned for it, the first the main one. */
export interface FaceOfJob {
  id: string;
  modules: number;
  moduleWatts: number;
  /** 1/K */
  gammaPdc: number;
  /** W, AC; null where nothing limits it */
  limit: number | null;
  ways: readonly CleaningMethod[];
  /** what the house assumes for one module in the main way; null where the plan is too old to tell */
  houseMinutes: number | null;
  houseLitres: number | null;
  /** how exact what it was read with is; left out where nobody knows */
  instruments?: Instruments | undefined;
}

/** What a job did to one face, and what it proved there. */
export interface MeasuredFace {
  id: string;
  modules: number;
  counts: Record<ModuleDone | 'left', number>;
  /** what was done to which share of the modules; empty where nothing was */
  parts: WashOnRecord['parts'];
  /** the array after against before; null where no pair of power stands */
  pair: Pick<PairOnRecord, 'ratio' | 'sigma'> | null;
  /** what a cloth showed after it; null where none was tried */
  cloth: ClothAfter | null;
}

/** What a job measured by being done: nobody types any of it twice. */
export interface MeasuredJob {
  /** when the glass was last worked on; null where it was not */
  washedAt: string | null;
  faces: MeasuredFace[];
  /** modules that were brushed or bladed, and the minutes of one person for them: of the brush step without its stops, times
   * the people who brushed at once; null where nobody pressed start or end */
  brushed: number;
  brushMinutes: number | null;
  /** of arriving, switching off, making ready, switching on and packing; null likewise */
  setUpMinutes: number | null;
  /** by the meter, or else by the flow of the way and the minutes; null where neither is known */
  litres: number | null;
  metered: boolean;
  /** the main way of all its faces, and what the house assumes of minutes and litres for the modules brushed; null where they differ */
  way: CleaningMethod | null;
  houseMinutes: number | null;
  houseLitres: number | null;
}

const SET_UP: readonly StepKey[] = ['arrive', 'isolate', 'ready', 're-energise', 'pack'];
/** Warnings after which a pair says nothing of the dirt. */
const SPOILS: readonly WarningCode[] = [
  'at-limit',
  'shading',
  'wet-glass',
  'above-sky',
  'too-far-apart',
  'low-irradiance',
];

/** What the readings of a face prove, read alone or together with others on one inverter. */
export function proofOfFace(face: FaceOfJob, faces: readonly FaceOfJob[], progress: JobProgress): Proof {
  const readings = progress.readings.filter((entry) => entry.array === face.id);
  const together = [face, ...faces.filter(({ id }) => readings.at(-1)?.with?.includes(id))];
  const modules = together.reduce((sum, one) => sum + one.modules, 0);
  const cleaned = together.reduce((sum, one) => {
    const counts = countDone(progress.done[one.id], one.modules);
    return sum + WORKED.reduce((all, done) => all + counts[done], 0);
  }, 0);
  return proveCleaning({
    readings,
    pdc0: together.reduce((sum, one) => sum + one.modules * one.moduleWatts, 0),
    gammaPdc: face.gammaPdc,
    limit: face.limit,
    shareCleaned: modules > 0 ? cleaned / modules : 0,
    instruments: face.instruments,
  });
}

/** What was measured on a job by doing it (C18): shares, pairs, minutes and litres, from its entries alone. */
export function measuredJob(
  steps: readonly Step[],
  entries: readonly JobEntry[],
  faces: readonly FaceOfJob[],
): MeasuredJob {
  const progress = jobProgress(steps, entries);
  const measured = faces.map((face): MeasuredFace => {
    const counts = countDone(progress.done[face.id], face.modules);
    return {
      id: face.id,
      modules: face.modules,
      counts,
      parts: partsOf(face, counts),
      pair: pairOf(face, faces, progress),
      cloth: progress.cloths[face.id] ?? null,
    };
  });
  const expected = expectedOf(measured, faces);
  const brushMinutes = minutesAtBrush(progress, entries);
  const { way, houseMinutes, houseLitres } = expected;
  const known = way !== null && houseMinutes !== null && houseLitres !== null && houseMinutes > 0;
  const byFlow = brushMinutes !== null && known ? (brushMinutes * houseLitres) / houseMinutes : null;
  return {
    washedAt: progress.washedAt,
    faces: measured,
    brushed: measured.reduce((sum, { counts }) => sum + counts.brushed + counts.bladed, 0),
    brushMinutes,
    setUpMinutes: minutesOf(SET_UP, progress, entries),
    litres: progress.metered ?? byFlow,
    metered: progress.metered !== null,
    ...expected,
  };
}

/** What the house would have let expect of the modules that were brushed. */
function expectedOf(
  measured: readonly MeasuredFace[],
  faces: readonly FaceOfJob[],
): Pick<MeasuredJob, 'way' | 'houseMinutes' | 'houseLitres'> {
  const worked = faces.flatMap((face, at) => {
    const { brushed = 0, bladed = 0 } = measured[at]?.counts ?? {};
    return brushed + bladed > 0 ? [{ face, count: brushed + bladed }] : [];
  });
  const [way = null] = worked[0]?.face.ways ?? [];
  const alike = worked.every(({ face }) => face.ways[0] === way);
  const sum = (of: (face: FaceOfJob) => number | null) =>
    worked.some(({ face }) => of(face) === null) || worked.length === 0
      ? null
      : worked.reduce((all, { face, count }) => all + count * (of(face) ?? 0), 0);
  return {
    way: alike ? way : null,
    houseMinutes: sum(({ houseMinutes }) => houseMinutes),
    houseLitres: sum(({ houseLitres }) => houseLitres),
  };
}

function partsOf({ modules, ways }: FaceOfJob, counts: MeasuredFace['counts']): WashOnRecord['parts'] {
  const [main = 'fed-pole'] = ways;
  const share = (count: number) => count / Math.max(1, modules);
  const parts = [
    { way: 'hose' as const, share: share(counts.rinsed) },
    { way: main, share: share(counts.brushed) },
    { way: 'wet-blade' as const, share: share(counts.bladed) },
  ];
  return parts.filter((part) => part.share > 0);
}

/** The pair of power of a face, or of the one under which it was read. */
function pairOf(face: FaceOfJob, faces: readonly FaceOfJob[], progress: JobProgress): MeasuredFace['pair'] {
  const under = progress.readings.find(({ with: others = [] }) => others.includes(face.id))?.array;
  const read = faces.find(({ id }) => id === under) ?? face;
  const { comparison, quantity, warnings } = proofOfFace(read, faces, progress);
  if (comparison === null || quantity !== 'power' || comparison.ratio <= 0) return null;
  if (warnings.some(({ code }) => SPOILS.includes(code))) return null;
  return { ratio: comparison.ratio, sigma: comparison.expandedUncertainty / 2 / comparison.ratio };
}

/** Minutes from the start to the end of some steps, without the stops in between; null unless all that were done have both. */
function minutesOf(keys: readonly StepKey[], progress: JobProgress, entries: readonly JobEntry[]): number | null {
  const done = progress.steps.filter(({ key, state }) => keys.includes(key) && state === 'done');
  if (done.length === 0) return null;
  let minutes = 0;
  for (const { startedAt, endedAt } of done) {
    if (startedAt === null || endedAt === null) return null;
    minutes += (Date.parse(endedAt) - Date.parse(startedAt)) / 60_000 - stoppedMinutes(entries, startedAt, endedAt);
  }
  return minutes > 0 ? minutes : null;
}

/** Where nobody said how many brushed at once, one did. */
function minutesAtBrush(progress: JobProgress, entries: readonly JobEntry[]): number | null {
  const minutes = minutesOf(['brush'], progress, entries);
  return minutes === null ? null : minutes * (progress.hands ?? 1);
}

function stoppedMinutes(entries: readonly JobEntry[], from: string, to: string): number {
  const [start, end] = [Date.parse(from), Date.parse(to)];
  let [stopped, since] = [0, Number.NaN];
  for (const entry of standingEntries(entries)) {
    const at = Math.min(end, Math.max(start, Date.parse(happenedAt(entry))));
    if (entry.kind === 'paused' && Number.isNaN(since)) since = at;
    if (entry.kind === 'resumed' && !Number.isNaN(since)) {
      stopped += at - since;
      since = Number.NaN;
    }
  }
  return stopped / 60_000;
}
