import { calendarDays } from '../time/calendar.ts';

/** The six words through which a job moves. */
export const STEPS = ['look', 'reckon', 'plan', 'offer', 'wash', 'show'] as const;
export type StepName = (typeof STEPS)[number];

export const STEP_STATES = ['not-begun', 'in-hand', 'settled', 'overruled'] as const;
export type StepStateName = (typeof STEP_STATES)[number];

/** State of each step, and its one figure, in SI or minor units. */
export type Spine = Record<StepName, { state: StepStateName; figure: number | null }>;

/** The newest record of each step of one site, as far as the spine needs it. Instants are ISO 8601. */
export interface LatestRecords {
  zone: string;
  arrays: readonly { id: string; modules: number; moduleWatts: number }[];
  /** by the array */
  inspections: ReadonlyMap<string, { id: string; inspectedAt: string }>;
  reckonings: ReadonlyMap<string, { inspectionId: string; at: string; lossNow: number; overruled: boolean }>;
  plan: { id: string; at: string; visits: number; overruled: boolean } | undefined;
  quote: { id: string; state: string; planId: string; gross: number } | undefined;
  job: { id: string; state: string; quoteId: string; modulesLeft: number } | undefined;
  report: { id: string; jobId: string; state: string; drawnUpAt: string; gain: number | null } | undefined;
}

/** Loss of several faces together: each counts by its rated power, W. @returns null where none has any */
export function lossTogether(faces: readonly { power: number; loss: number }[]): number | null {
  const power = faces.reduce((sum, face) => sum + face.power, 0);
  return power > 0 ? faces.reduce((sum, face) => sum + face.power * face.loss, 0) / power : null;
}

/**
 * Whether the newest plan is what matters here. One that is agreed stands until its wash has its report, whoever looks
 * again meanwhile; from then on what is looked at or reckoned begins another round.
 */
function isPlanned(latest: LatestRecords, reckoned: number): boolean {
  const { plan, quote, job, report } = latest;
  if (plan === undefined) return false;
  if (quote?.planId !== plan.id || job?.quoteId !== quote.id) return reckoned > 0;
  if (job.state !== 'reported' || report?.jobId !== job.id) return true;
  const seen = [...latest.inspections.values()].map(({ inspectedAt }) => inspectedAt);
  const worked = [...latest.reckonings.values()].map(({ at }) => at);
  return [...seen, ...worked].every((at) => Date.parse(at) <= Date.parse(report.drawnUpAt));
}

/** Whether somebody has reckoned since the newest plan: its numbers go by what was reckoned before. */
const isOvertaken = ({ plan, reckonings }: LatestRecords): boolean =>
  [...reckonings.values()].some(({ at }) => plan !== undefined && Date.parse(at) > Date.parse(plan.at));

export interface Standing {
  spine: Spine;
  modules: number;
  /** W */
  power: number;
  /** whether something is planned to which nobody has agreed */
  planOpen: boolean;
  /** whether that was planned before somebody reckoned again */
  planOvertaken: boolean;
}

/** Where a site stands: the state of each step, by its newest records. */
export function standing(latest: LatestRecords, now: Date): Standing {
  const { arrays, inspections, reckonings, plan, quote, job, report } = latest;
  const looked = arrays.filter(({ id }) => inspections.has(id));
  const lastLook = [...inspections.values()]
    .map((row) => row.inspectedAt)
    .sort()
    .at(-1);
  const reckoned = arrays.filter(
    ({ id }) => reckonings.has(id) && reckonings.get(id)?.inspectionId === inspections.get(id)?.id,
  );
  const loss = lossTogether(
    reckoned.map(({ id, modules, moduleWatts }) => ({
      power: modules * moduleWatts,
      loss: reckonings.get(id)?.lossNow ?? 0,
    })),
  );
  const overruled = [...reckonings.values()].some((row) => row.overruled);
  const many = (done: number): StepStateName =>
    done === 0 ? 'not-begun' : done < arrays.length ? 'in-hand' : 'settled';
  const planned = plan !== undefined && isPlanned(latest, reckoned.length);
  const offered = planned && quote?.planId === plan.id ? quote : undefined;
  const planOpen = planned && offered?.state !== 'accepted';
  const washed = offered && job?.quoteId === offered.id ? job : undefined;
  const shown = washed && report?.jobId === washed.id ? report : undefined;
  return {
    spine: {
      look: {
        state: many(looked.length),
        figure: lastLook ? Math.max(0, calendarDays(lastLook, now, latest.zone)) : null,
      },
      reckon: {
        state: overruled && reckoned.length === arrays.length ? 'overruled' : many(reckoned.length),
        figure: loss,
      },
      plan: {
        state: planned ? (plan.overruled ? 'overruled' : 'settled') : 'not-begun',
        figure: planned ? plan.visits : null,
      },
      offer: {
        state: offered === undefined ? 'not-begun' : ['draft', 'sent'].includes(offered.state) ? 'in-hand' : 'settled',
        figure: offered?.gross ?? null,
      },
      wash: {
        state:
          washed === undefined ? 'not-begun' : ['washed', 'reported'].includes(washed.state) ? 'settled' : 'in-hand',
        figure: washed?.modulesLeft ?? null,
      },
      show: {
        state: shown === undefined ? 'not-begun' : shown.state === 'signed' ? 'settled' : 'in-hand',
        figure: shown?.gain ?? null,
      },
    },
    modules: arrays.reduce((sum, array) => sum + array.modules, 0),
    power: arrays.reduce((sum, array) => sum + array.modules * array.moduleWatts, 0),
    planOpen,
    planOvertaken: planOpen && isOvertaken(latest),
  };
}
