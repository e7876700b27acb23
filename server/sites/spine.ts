import {
  moduleCount,
  type SolarArray,
  type Spine,
  type STEPS,
  type StepStateName,
} from '../../contract/sites/endpoints.ts';
import type { Connection } from '../storage/database.ts';

/** The newest record of each step of one site, as far as the spine needs it. */
interface Latest {
  arrays: Pick<SolarArray, 'id' | 'rows' | 'columns' | 'missing' | 'moduleWatts'>[];
  inspections: Map<string, { id: string; inspectedAt: string }>;
  reckonings: Map<string, { inspectionId: string; lossNow: number; overruled: boolean }>;
  plan: { id: string; at: string; visits: number; overruled: boolean } | undefined;
  quote: { id: string; state: string; planId: string; gross: number } | undefined;
  job: { id: string; state: string; quoteId: string; modulesLeft: number } | undefined;
  report: { id: string; jobId: string; state: string; gain: number | null } | undefined;
}

export interface SiteStanding {
  spine: Spine;
  modules: number;
  power: number;
  latest: { planId: string | null; quoteId: string | null; jobId: string | null; reportId: string | null };
}

/** Where each of some sites stands, in one query a table however many sites there are. */
export async function standings(
  connection: Connection,
  siteIds: string[],
  now: Date,
): Promise<Map<string, SiteStanding>> {
  const arrays: SolarArray[] = await connection('arrays').whereIn('siteId', siteIds);
  const arrayIds = arrays.map(({ id }) => id);
  const newest = <T>(table: string, by: string, order: string, ids: string[], columns: string): Promise<T[]> =>
    connection(table)
      .distinctOn(by)
      .select(connection.raw(`${by}, ${columns}`))
      .whereIn(by, ids)
      .orderBy([{ column: by }, { column: order, order: 'desc' }, { column: 'id', order: 'desc' }]);
  const inspections = await newest<{ arrayId: string; id: string; inspectedAt: string }>(
    'inspections',
    'array_id',
    'inspected_at',
    arrayIds,
    'id, inspected_at',
  );
  const reckonings = await newest<{ arrayId: string; inspectionId: string; lossNow: number; overruled: boolean }>(
    'reckonings',
    'array_id',
    'at',
    arrayIds,
    "inspection_id, (output #>> '{lossNow,mid}')::float8 as loss_now, overrides <> '{}'::jsonb as overruled",
  );
  const plans = await newest<{ siteId: string } & NonNullable<Latest['plan']>>(
    'plans',
    'site_id',
    'at',
    siteIds,
    "id, at, (output ->> 'visitsChosen')::int as visits, overrides <> '{}'::jsonb as overruled",
  );
  const quotes = await newest<{ siteId: string } & NonNullable<Latest['quote']>>(
    'quotes',
    'site_id',
    'created_at',
    siteIds,
    "id, state, plan_id, (content #>> '{one,gross}')::bigint as gross",
  );
  const jobs = await newest<{ siteId: string } & NonNullable<Latest['job']>>(
    'jobs',
    'site_id',
    'scheduled_for',
    siteIds,
    'id, state, quote_id, modules_left',
  );
  const reports = await newest<{ siteId: string } & NonNullable<Latest['report']>>(
    'reports',
    'site_id',
    'created_at',
    siteIds,
    "id, job_id, state, (content #>> '{arrays,0,comparison,gain}')::float8 as gain",
  );
  return new Map(
    siteIds.map((siteId) => {
      const own = arrays.filter((array) => array.siteId === siteId);
      const ownIds = new Set(own.map(({ id }) => id));
      const of = <T extends { siteId: string }>(rows: T[]) => rows.find((row) => row.siteId === siteId);
      const latest: Latest = {
        arrays: own,
        inspections: new Map(inspections.filter((row) => ownIds.has(row.arrayId)).map((row) => [row.arrayId, row])),
        reckonings: new Map(reckonings.filter((row) => ownIds.has(row.arrayId)).map((row) => [row.arrayId, row])),
        plan: of(plans),
        quote: of(quotes),
        job: of(jobs),
        report: of(reports),
      };
      return [siteId, standing(latest, now)];
    }),
  );
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
  const planned = plan !== undefined && reckoned.length > 0;
  const offered = planned && quote?.planId === plan.id ? quote : undefined;
  const washed = offered && job?.quoteId === offered.id ? job : undefined;
  const shown = washed && report?.jobId === washed.id ? report : undefined;
  const state: Record<(typeof STEPS)[number], { state: StepStateName; figure: number | null }> = {
    look: {
      state: many(looked.length),
      figure: lastLook ? Math.max(0, Math.floor((now.getTime() - Date.parse(lastLook)) / 86_400_000)) : null,
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
