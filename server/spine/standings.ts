import {
  moduleCount,
  type SiteSpread,
  type Spine,
  type STEPS,
  type StepStateName,
} from '../../contract/sites/endpoints.ts';
import type { Connection } from '../storage/database.ts';
import { calendarDays } from '../time/calendar.ts';
import { type Latest, latestOfSites } from './latest.ts';

export interface SiteStanding {
  spine: Spine;
  modules: number;
  power: number;
  latest: SiteSpread['latest'];
}

/** Where each of some sites stands. */
export async function standings(
  connection: Connection,
  siteIds: string[],
  now: Date,
): Promise<Map<string, SiteStanding>> {
  const latest = await latestOfSites(connection, siteIds, now);
  return new Map([...latest].map(([siteId, records]) => [siteId, standing(records, now)]));
}

/**
 * Whether the newest plan is what matters here. One that is agreed stands until its wash has its report, whoever looks
 * again meanwhile; from then on what is looked at or reckoned begins another round.
 */
function isPlanned(latest: Latest, reckoned: number): boolean {
  const { plan, quote, job, report } = latest;
  if (plan === undefined) return false;
  if (quote?.planId !== plan.id || job?.quoteId !== quote.id) return reckoned > 0;
  if (job.state !== 'reported' || report?.jobId !== job.id) return true;
  const seen = [...latest.inspections.values()].map(({ inspectedAt }) => inspectedAt);
  const worked = [...latest.reckonings.values()].map(({ at }) => at);
  return [...seen, ...worked].every((at) => Date.parse(at) <= Date.parse(report.drawnUpAt));
}

/** Whether somebody has reckoned since the newest plan: its numbers go by what was reckoned before. */
const isOvertaken = ({ plan, reckonings }: Latest): boolean =>
  [...reckonings.values()].some(({ at }) => plan !== undefined && Date.parse(at) > Date.parse(plan.at));

function standing(latest: Latest, now: Date): SiteStanding {
  const { arrays, plan, quote, job, report } = latest;
  const power = (array: Latest['arrays'][number]) => moduleCount(array) * array.moduleWatts;
  const total = arrays.reduce((sum, array) => sum + power(array), 0);
  const looked = arrays.filter(({ id }) => latest.inspections.has(id));
  const lastLook = [...latest.inspections.values()]
    .map((row) => row.inspectedAt)
    .sort()
    .at(-1);
  const reckoned = arrays.filter(
    ({ id }) => latest.reckonings.get(id)?.inspectionId === latest.inspections.get(id)?.id && latest.reckonings.has(id),
  );
  const loss = reckoned.reduce((sum, array) => sum + power(array) * (latest.reckonings.get(array.id)?.lossNow ?? 0), 0);
  const reckonedPower = reckoned.reduce((sum, array) => sum + power(array), 0);
  const overruled = [...latest.reckonings.values()].some((row) => row.overruled);

  const many = (done: number): StepStateName =>
    done === 0 ? 'not-begun' : done < arrays.length ? 'in-hand' : 'settled';
  const planned = plan !== undefined && isPlanned(latest, reckoned.length);
  const offered = planned && quote?.planId === plan.id ? quote : undefined;
  const washed = offered && job?.quoteId === offered.id ? job : undefined;
  const shown = washed && report?.jobId === washed.id ? report : undefined;
  const state: Record<(typeof STEPS)[number], { state: StepStateName; figure: number | null }> = {
    look: {
      state: many(looked.length),
      figure: lastLook ? Math.max(0, calendarDays(lastLook, now, latest.zone)) : null,
    },
    reckon: {
      state: overruled && reckoned.length === arrays.length ? 'overruled' : many(reckoned.length),
      figure: reckonedPower > 0 ? loss / reckonedPower : null,
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
      state: washed === undefined ? 'not-begun' : ['washed', 'reported'].includes(washed.state) ? 'settled' : 'in-hand',
      figure: washed?.modulesLeft ?? null,
    },
    show: {
      state: shown === undefined ? 'not-begun' : shown.state === 'signed' ? 'settled' : 'in-hand',
      figure: shown?.gain ?? null,
    },
  };
  return {
    spine: state,
    modules: arrays.reduce((sum, array) => sum + moduleCount(array), 0),
    power: total,
    latest: {
      planId: plan?.id ?? null,
      quoteId: quote?.id ?? null,
      jobId: job?.id ?? null,
      reportId: report?.id ?? null,
      planOvertaken: planned && offered?.state !== 'accepted' && isOvertaken(latest),
    },
  };
}
