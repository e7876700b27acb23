import type { Plan } from '../../contract/methods/endpoints.ts';
import { OPEN_JOBS } from '../../core/jobs/states.ts';
import { photosWhere } from '../inspections/photoStorage.ts';
import { picturesOf } from '../kit/checklists.ts';
import { safetyOf } from '../methods/safety.ts';
import { readPlan } from '../methods/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { siteAndCustomer } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { drawnOn } from './kitDrawn.ts';
import { entriesOf, findJob, type JobRow } from './storage.ts';

/** The plan that a job was made by. */
export const planOfJob = async (connection: Connection, { quoteId }: Pick<JobRow, 'quoteId'>): Promise<Plan> =>
  readPlan(connection, (await readQuote(connection, quoteId)).planId);

/** A job with all that happened on it, and what stands about it now: its kit, its safety sheet, the pictures of its checks. */
export async function readJob(connection: Connection, id: string) {
  const row = await findJob(connection, id);
  const { site, customer } = await siteAndCustomer(connection, row.siteId);
  const entries = await entriesOf(connection, id);
  const photos = await photosWhere(connection, { jobId: [id] });
  const drawn = OPEN_JOBS.includes(row.state) ? await drawnOn(connection, row.scheduledFor) : new Map();
  const {
    modules: _modules,
    modulesLeft: _left,
    minutes: _minutes,
    measured: _measured,
    folded: _folded,
    washedAt: _washedAt,
    calculationVersion: _version,
    content,
    ...rest
  } = row;
  return {
    ...rest,
    ...content,
    site,
    customer,
    entries,
    photos,
    drawn: [...(drawn.get(id) ?? [])],
    safety: await safetyOf(connection, row.siteId, await planOfJob(connection, row)),
    checkPictures: await picturesOf(connection, content.steps),
  };
}
