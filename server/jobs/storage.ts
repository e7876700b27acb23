import type { Knex } from 'knex';
import { z } from 'zod';
import { id as uuid, type YesNo } from '../../contract/common.ts';
import { type JobListItem, step } from '../../contract/jobs/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { MeasuredJob } from '../../core/jobs/measured.ts';
import { FOLD_VERSION, type FoldedJob, type JobEntry } from '../../core/jobs/progress.ts';
import { ENDED_JOBS, type JobState, OPEN_JOBS } from '../../core/jobs/states.ts';
import type { Step } from '../../core/jobs/steps.ts';
import type { KitItem } from '../../core/kit/list.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import type { SafetyFacts } from '../../core/rules/safety.ts';
import { utcDate } from '../../core/time/dates.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { WATER_TRAITS, WATER_WAYS, type WaterWay } from '../../core/water/plan.ts';
import { withPerson } from '../people/names.ts';
import { withQuote } from '../quotes/storage.ts';
import { withSite } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { decodeCursor, type PageQuery } from '../storage/paging.ts';
import { mustHave, trail, type Writer } from '../storage/writing.ts';

/** What a job was meant to be on the day it was made: it does not move when site or prices do. */
export interface JobContent {
  steps: Step[];
  kit: KitItem[];
  water: { limit: number; litres: number; way: string };
  arrays: SolarArray[];
  /** what of the work bears on safety; left out in jobs that were booked before sheets were read on them */
  work?: SafetyFacts;
}

export interface JobRow {
  id: string;
  siteId: string;
  quoteId: string;
  scheduledFor: string;
  state: JobState;
  content: JobContent;
  modules: number;
  modulesLeft: number;
  minutes: number;
  /** which visit of its quote, from 1 */
  visit: number;
  /** what it measured by being done; null until its work has ended */
  measured: MeasuredJob | null;
  /** what its entries fold to, kept with them; null where nothing was folded yet */
  folded: FoldedJob | null;
  /** when its glass was last worked on; null where it was not */
  washedAt: string | null;
  calculationVersion: string;
  version: number;
}

export type NamedEntry = JobEntry & { by: string };

/** A stored job. What a step says follows from its key. */
const jobRow = (row: unknown): JobRow => {
  const { content, ...rest } = row as JobRow;
  return { ...rest, content: { ...content, steps: z.array(step).parse(content.steps) } };
};

/** The job, or a 404. */
export const findJob = async (connection: Connection, id: string): Promise<JobRow> =>
  jobRow(mustHave(await connection('jobs').where({ id }).first(), 'job'));

/** Everything that happened on a job, in the order in which it arrived, with the name of whoever did it. */
export async function entriesOf(connection: Connection, jobId: string): Promise<NamedEntry[]> {
  const rows = await withPerson(connection('job_entries'), 'job_entries.by')
    .where({ jobId })
    .orderBy('number')
    .select('job_entries.body', 'job_entries.clockGap', 'people.name as by');
  return rows.map(({ body, clockGap, by }) => ({ ...body, by, ...(clockGap === 0 ? {} : { clockGap }) }));
}

/** Keeps entries in the order in which they came. */
export const insertEntries = (
  trx: Transaction,
  jobId: string,
  entries: readonly (JobEntry & { clockGap: number })[],
  received: { by: string; receivedAt: Date; device: string },
): Promise<unknown> =>
  trx('job_entries').insert(
    entries.map(({ clockGap, ...entry }) => ({
      id: entry.id,
      jobId,
      kind: entry.kind,
      at: entry.at,
      body: json(entry),
      clockGap,
      ...received,
    })),
  );

/** Which of some entries a job has. */
export const entriesKnown = (trx: Transaction, jobId: string, ids: readonly string[]): Promise<string[]> =>
  trx('job_entries').where({ jobId }).whereIn('id', ids).pluck('id');

type NewJob = Omit<
  JobRow,
  'state' | 'modulesLeft' | 'measured' | 'folded' | 'washedAt' | 'calculationVersion' | 'version'
>;

/** Keeps jobs with the arrays that they are of. */
export async function insertJobs(trx: Transaction, jobs: readonly NewJob[]): Promise<void> {
  await trx('jobs').insert(
    jobs.map(({ content, ...row }) => ({
      ...row,
      calculationVersion: CALCULATION_VERSION,
      state: 'scheduled',
      modulesLeft: row.modules,
      content: json(content),
    })),
  );
  await trx('job_arrays').insert(
    jobs.flatMap(({ id, content }) => content.arrays.map((array, place) => ({ jobId: id, arrayId: array.id, place }))),
  );
}

/** Where some jobs stand, and on which day. */
export const whereJobsStand = (
  connection: Connection,
  ids: readonly string[],
): Promise<{ id: string; scheduledFor: string; state: JobState; version: number }[]> =>
  connection('jobs').whereIn('id', ids).select('id', 'scheduledFor', 'state', 'version');

/** A job's row, held until the transaction ends, so that its entries are weighed one batch after another. */
export async function lockJob(trx: Transaction, id: string): Promise<JobRow> {
  await hold(trx, 'jobs', [id]);
  return findJob(trx, id);
}

/**
 * Writes what follows from the entries of a job. A state that follows has its row in the trail like one that somebody set.
 */
export async function followJob(
  trx: Transaction,
  writer: Writer,
  job: Pick<JobRow, 'id' | 'state'>,
  { folded, ...change }: { state: JobState; modulesLeft?: number; folded?: FoldedJob; washedAt?: string | null },
): Promise<void> {
  await trx('jobs')
    .where({ id: job.id })
    .update({ ...change, ...(folded ? { folded: json(folded) } : {}), version: trx.raw('version + 1') });
  if (job.state !== change.state)
    await trail(trx, writer, { record: 'job', id: job.id, action: 'follow', change: { state: change.state } });
}

/** Jobs as they stand in lists. */
const jobItems = (connection: Connection) =>
  withSite(connection('jobs'), 'jobs.site_id').select(
    'jobs.id',
    'jobs.siteId',
    'sites.name as site',
    'sites.place',
    'jobs.state',
    'jobs.scheduledFor',
    'jobs.visit',
    'jobs.modules',
    'jobs.modulesLeft',
    'jobs.minutes',
  );

const jobCursor = z.tuple([z.iso.date(), uuid]);

interface JobFilter extends PageQuery {
  from?: string | undefined;
  to?: string | undefined;
  site?: string | undefined;
  open?: YesNo | undefined;
}

/** One more than a page of jobs, by their day. */
export function listJobRows(connection: Connection, filter: JobFilter): Promise<JobListItem[]> {
  const after = decodeCursor(filter.cursor, jobCursor);
  const rows = jobItems(connection)
    .orderBy(['scheduled_for', 'jobs.id'])
    .limit(filter.limit + 1);
  if (after) rows.whereRaw('(scheduled_for, jobs.id) > (?::date, ?::uuid)', after);
  if (filter.from) rows.where('scheduled_for', '>=', filter.from);
  if (filter.to) rows.where('scheduled_for', '<=', filter.to);
  if (filter.site) rows.where({ siteId: filter.site });
  if (filter.open) rows.whereIn('state', filter.open === 'yes' ? OPEN_JOBS : ENDED_JOBS);
  return rows;
}

/** Jobs of one day, by the name of their site. */
export const jobsOn = (connection: Connection, date: string, limit: number): Promise<JobListItem[]> =>
  jobItems(connection)
    .where({ scheduledFor: date })
    .whereNot({ state: 'cancelled' })
    .orderBy(['sites.name', 'jobs.id'])
    .limit(limit);

/** The kit of every job of a day, those that were booked first first. */
export const kitOfDay = (
  connection: Connection,
  day: string,
): Promise<{ id: string; site: string; kit: KitItem[] }[]> =>
  withSite(connection('jobs'), 'jobs.site_id')
    .where({ scheduledFor: day })
    .whereNot({ state: 'cancelled' })
    .orderBy(['jobs.visit', 'jobs.id'])
    .select('jobs.id', 'sites.name as site', connection.raw(`content -> 'kit' as kit`));

/** Holds a day until the transaction ends. */
export const lockDay = (trx: Transaction, day: string): Promise<void> => hold(trx, 'kit', [day]);

const WITH_RESIN = WATER_WAYS.filter((way) => WATER_TRAITS[way].resin);

/** Jobs from a day on that draw water through resin, with how it is made, the nearest first. */
export const jobsOnResin = (
  connection: Connection,
  from: string,
  limit: number,
): Promise<{ id: string; siteId: string; site: string; date: string; way: WaterWay; litres: number }[]> =>
  withSite(connection('jobs'), 'jobs.site_id')
    .where('jobs.scheduledFor', '>=', from)
    .whereIn('jobs.state', OPEN_JOBS)
    .whereRaw(`content #>> '{water,way}' = any(?)`, [WITH_RESIN])
    .orderBy(['jobs.scheduledFor', 'jobs.id'])
    .limit(limit)
    .select(
      'jobs.id',
      'jobs.siteId',
      'sites.name as site',
      'jobs.scheduledFor as date',
      connection.raw(`content #>> '{water,way}' as way`),
      connection.raw(`(content #>> '{water,litres}')::float8 as litres`),
    );

/** Jobs from one date to another, both included, but for those that were called off. */
export const jobsBetween = (connection: Connection, from: string, to: string, limit: number): Promise<JobListItem[]> =>
  jobItems(connection)
    .whereBetween('scheduled_for', [from, to])
    .whereNot({ state: 'cancelled' })
    .orderBy(['scheduled_for', 'jobs.id'])
    .limit(limit);

/** Jobs that were washed from a day on, by the day on which they were booked. */
export const jobsWashedSince = (
  connection: Connection,
  from: string,
): Promise<{ id: string; washedOn: string; minutes: number; travelMinutes: number }[]> =>
  withSite(connection('jobs'), 'jobs.site_id')
    .whereIn('state', ['washed', 'reported'])
    .where('scheduledFor', '>=', from)
    .select('jobs.id', 'scheduledFor as washedOn', 'minutes', 'travelMinutes');

/** Minutes that a crew was at each of some jobs, from the first to the last that was entered on each of its days. */
export async function minutesAt(connection: Connection, ids: readonly string[]): Promise<Map<string, number>> {
  const { rows } = await connection.raw(
    `select job_id as id, sum(span)::float8 as minutes from (
       select job_id, extract(epoch from max(at) - min(at)) / 60 as span from job_entries
       where job_id = any(?) and kind in ('step-started', 'step-ended') group by job_id, at::date
     ) days group by job_id`,
    [[...ids]],
  );
  return new Map(rows.map(({ id, minutes }: { id: string; minutes: number }) => [id, minutes]));
}

/** Jobs of some days as a calendar shows them, those that were called off with them. */
export const jobsOfCalendar = (
  connection: Connection,
  from: string,
  to: string,
  limit: number,
): Promise<(JobListItem & { version: number })[]> =>
  jobItems(connection)
    .select('jobs.version')
    .whereBetween('scheduled_for', [from, to])
    .orderBy(['scheduled_for', 'jobs.id'])
    .limit(limit);

/** Jobs whose day has passed and whose work has not ended. */
export const lateJobs = (connection: Connection, today: string, limit: number): Promise<JobListItem[]> =>
  jobItems(connection)
    .where('scheduled_for', '<', today)
    .whereIn('state', OPEN_JOBS)
    .orderBy(['scheduled_for', 'jobs.id'])
    .limit(limit);

/** Jobs that are washed and whose report nobody has signed. */
export const unsignedJobs = (
  connection: Connection,
  limit: number,
): Promise<{ jobId: string; siteId: string; site: string; scheduledFor: string }[]> =>
  withSite(connection('jobs'), 'jobs.site_id')
    .where({ state: 'washed' })
    .orderBy('scheduled_for')
    .limit(limit)
    .select('jobs.id as jobId', 'jobs.siteId', 'sites.name as site', 'jobs.scheduledFor');

/** What some jobs need in the van, litres and kit, and which of it is in. */
export async function packingOf(
  connection: Connection,
  ids: readonly string[],
): Promise<Map<string, { litres: number; items: number; packed: number }>> {
  const { rows } = await connection.raw(
    `select jobs.id, (content #>> '{water,litres}')::float8 as litres, kit.items, kit.packed
      from jobs cross join lateral (
        select count(*)::int as items, count(*) filter (where coalesce(said.packed, false))::int as packed
        from jsonb_array_elements(content -> 'kit') item left join lateral (
          select case when (folded ->> 'version')::int = ? then (folded #>> array['progress', 'kit', item ->> 'key'])::boolean
            else (select (body ->> 'packed')::boolean from job_entries where job_id = jobs.id and kind = 'kit'
              and body ->> 'item' = item ->> 'key' order by number desc limit 1) end as packed
        ) said on true
      ) kit where jobs.id = any(?)`,
    [FOLD_VERSION, [...ids]],
  );
  return new Map(
    rows.map(({ id, ...packing }: { id: string; litres: number; items: number; packed: number }) => [id, packing]),
  );
}

/** Keeps what a finished job measured by being done. */
export const keepMeasured = (trx: Transaction, id: string, measured: MeasuredJob): Promise<unknown> =>
  trx('jobs')
    .where({ id })
    .update({ measured: json(measured) });

interface MeasuredRow {
  id: string;
  siteId: string;
  site: string;
  date: string;
  measured: MeasuredJob;
}

/** What the newest finished jobs measured. */
export const measuredRows = (connection: Connection, limit: number): Knex.QueryBuilder<object, MeasuredRow[]> =>
  withSite(connection('jobs'), 'jobs.site_id')
    .whereNotNull('jobs.measured')
    .orderBy([
      { column: 'jobs.scheduledFor', order: 'desc' },
      { column: 'jobs.id', order: 'asc' },
    ])
    .limit(limit)
    .select('jobs.id', 'jobs.siteId', 'sites.name as site', 'jobs.scheduledFor as date', 'jobs.measured as measured');

/** Jobs on which an array was washed, oldest first; ended or not, for what was washed is washed. */
export async function washesOf(connection: Connection, arrayId: string): Promise<JobRow[]> {
  const rows = await connection('jobs')
    .join('job_arrays', 'job_arrays.job_id', 'jobs.id')
    .where({ arrayId })
    .whereNotNull('washed_at')
    .orderBy(['scheduledFor', 'id'])
    .select('jobs.*');
  return rows.map(jobRow);
}

/** Days before a visit falls due from which on it is what matters, and no longer the wash before. */
const VISIT_NEAR = 30;

/**
 * The job of each site that matters now, among those of the newest quote that became jobs. It is one that is worked on or
 * not reported yet; else one that is near, else the last one that was reported, else the next of all. A plan of visits has jobs
 * a year ahead.
 */
export async function jobsThatMatter(
  connection: Connection,
  siteIds: readonly string[],
  now: Date,
): Promise<{ siteId: string; id: string; state: string; quoteId: string; modulesLeft: number }[]> {
  const near = utcDate(now.getTime() + VISIT_NEAR * MILLISECONDS_PER_DAY);
  const rank = connection.raw(
    `case when jobs.state in ('in-hand', 'paused', 'washed') then 0
      when jobs.state = 'scheduled' and jobs.scheduled_for <= ?::date then 1
      when jobs.state = 'reported' then 2 else 3 end`,
    [near],
  );
  const ranked = withQuote(connection('jobs'), 'jobs.quote_id')
    .whereIn('jobs.site_id', siteIds)
    .whereNot('jobs.state', 'cancelled')
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

/** Jobs of a site, by a column, that are booked, or were done since a moment. */
export const jobsInHandSince = (connection: Connection, site: string, since: string) =>
  connection('jobs')
    .whereRaw(`jobs.site_id = ${site}`)
    .where((rows) => rows.whereIn('jobs.state', [...OPEN_JOBS]).orWhereRaw(`jobs.scheduled_for >= (${since})::date`));

/** Every job of a site and what happened on it, as it is stored. */
export const recordedJobs = (
  connection: Connection,
  siteId: string,
): Promise<{ id: string; [column: string]: unknown }[]> => connection('jobs').where({ siteId }).orderBy('scheduledFor');
export const recordedEntries = (
  connection: Connection,
  jobIds: readonly string[],
): Promise<Record<string, unknown>[]> => connection('job_entries').whereIn('jobId', jobIds).orderBy('number');
