import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { Connection } from '../storage/database.ts';

/** The newest record of each step of one site, as far as the spine needs it. */
export interface Latest {
  zone: string;
  arrays: Pick<SolarArray, 'id' | 'rows' | 'columns' | 'missing' | 'moduleWatts'>[];
  inspections: Map<string, { id: string; inspectedAt: string }>;
  reckonings: Map<string, { inspectionId: string; at: string; lossNow: number; overruled: boolean }>;
  plan: { id: string; at: string; visits: number; overruled: boolean } | undefined;
  quote: { id: string; state: string; planId: string; gross: number } | undefined;
  job: { id: string; state: string; quoteId: string; modulesLeft: number } | undefined;
  report: { id: string; jobId: string; state: string; drawnUpAt: string; gain: number | null } | undefined;
}

type JobOfSite = { siteId: string } & NonNullable<Latest['job']>;

/** Days before a visit falls due from which on it is what matters, and no longer the wash before. */
const VISIT_NEAR = 30;

/**
 * The job of each site that matters now, among those of the newest quote that became jobs. It is one that is worked on or
 * not reported yet; else one that is near, else the last one that was reported, else the next of all. A plan of visits has jobs
 * a year ahead.
 */
async function jobsThatMatter(connection: Connection, siteIds: string[], now: Date): Promise<JobOfSite[]> {
  const near = new Date(now.getTime() + VISIT_NEAR * 86_400_000).toISOString().slice(0, 10);
  const rank = connection.raw(
    `case when jobs.state in ('in-hand', 'paused', 'washed') then 0
      when jobs.state = 'scheduled' and jobs.scheduled_for <= ?::date then 1
      when jobs.state = 'reported' then 2 else 3 end`,
    [near],
  );
  const ranked = connection('jobs')
    .join('quotes', 'quotes.id', 'jobs.quote_id')
    .whereIn('jobs.site_id', siteIds)
    .select('jobs.*', 'quotes.entered', { rank })
    .as('ranked');
  return connection
    .select('site_id', 'id', 'state', 'quote_id', 'modules_left')
    .distinctOn('site_id')
    .from(ranked)
    .orderByRaw(
      `site_id, entered desc, rank, case when rank in (1, 3) then scheduled_for end,
        case when rank in (0, 2) then scheduled_for end desc, id desc`,
    );
}

/** The newest records of each of some sites, in one query a table however many sites there are. */
export async function latestOfSites(
  connection: Connection,
  siteIds: string[],
  now: Date,
): Promise<Map<string, Latest>> {
  const zones: { id: string; zone: string }[] = await connection('sites').whereIn('id', siteIds).select('id', 'zone');
  const zoneOf = new Map(zones.map(({ id, zone }) => [id, zone]));
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
  const reckonings = await newest<{
    arrayId: string;
    inspectionId: string;
    at: string;
    lossNow: number;
    overruled: boolean;
  }>(
    'reckonings',
    'array_id',
    'entered',
    arrayIds,
    "inspection_id, at, (output #>> '{lossNow,mid}')::float8 as loss_now, overrides <> '{}'::jsonb as overruled",
  );
  const plans = await newest<{ siteId: string } & NonNullable<Latest['plan']>>(
    'plans',
    'site_id',
    'entered',
    siteIds,
    "id, at, (output ->> 'visitsChosen')::int as visits, overrides <> '{}'::jsonb as overruled",
  );
  const quotes = await newest<{ siteId: string } & NonNullable<Latest['quote']>>(
    'quotes',
    'site_id',
    'entered',
    siteIds,
    'id, state, plan_id, gross',
  );
  const jobs = await jobsThatMatter(connection, siteIds, now);
  const reports = await newest<{ siteId: string } & NonNullable<Latest['report']>>(
    'reports',
    'site_id',
    'entered',
    siteIds,
    'id, job_id, state, created_at as drawn_up_at, gain',
  );
  return new Map(
    siteIds.map((siteId) => {
      const own = arrays.filter((array) => array.siteId === siteId);
      const ownIds = new Set(own.map(({ id }) => id));
      const of = <T extends { siteId: string }>(rows: T[]) => rows.find((row) => row.siteId === siteId);
      const latest: Latest = {
        zone: zoneOf.get(siteId) ?? 'UTC',
        arrays: own,
        inspections: new Map(inspections.filter((row) => ownIds.has(row.arrayId)).map((row) => [row.arrayId, row])),
        reckonings: new Map(reckonings.filter((row) => ownIds.has(row.arrayId)).map((row) => [row.arrayId, row])),
        plan: of(plans),
        quote: of(quotes),
        job: of(jobs),
        report: of(reports),
      };
      return [siteId, latest];
    }),
  );
}
