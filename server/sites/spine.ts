import { moduleCount, type Spine, type STEPS, type StepStateName } from '../../contract/sites/endpoints.ts';
import { calendarDays } from '../soiling/calendar.ts';
import type { Connection } from '../storage/database.ts';
import { type Latest, latestOfSites } from './latestStorage.ts';

export interface SiteStanding {
  spine: Spine;
  modules: number;
  power: number;
  latest: { planId: string | null; quoteId: string | null; jobId: string | null; reportId: string | null };
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

/** Whether the newest plan belongs to a wash that has its report, and something was reckoned since: another round begins. */
function isOver({ plan, quote, job, reckonings }: Latest): boolean {
  if (plan === undefined || job?.state !== 'reported') return false;
  if (quote?.planId !== plan.id || job.quoteId !== quote.id) return false;
  return [...reckonings.values()].some(({ at }) => Date.parse(at) > Date.parse(plan.at));
}

/** Whether the newest plan is agreed and its work is still to come or in hand: a later look does not undo what was agreed. */
function isAgreed({ plan, quote, job }: Latest): boolean {
  if (plan === undefined || quote?.planId !== plan.id || job?.quoteId !== quote.id) return false;
  return job.state !== 'reported';
}

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
  const planned = plan !== undefined && (isAgreed(latest) || (reckoned.length > 0 && !isOver(latest)));
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
    },
  };
}
