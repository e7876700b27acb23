import type { SafetyView } from '../../contract/methods/safety.ts';
import { OPEN_JOBS } from '../../core/jobs/states.ts';
import { photosWhere } from '../inspections/photoStorage.ts';
import { picturesOf } from '../kit/checklists.ts';
import { readPlan } from '../plans/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { safetyFacts, safetyOf } from '../safety/safety.ts';
import { siteAndCustomer } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { drawnOn } from './kitDrawn.ts';
import { entriesOf, findJob, type JobRow } from './storage.ts';

/** The safety sheet of a job's site, for the work of the job: as its plan had it where the job does not say. */
export async function safetyOfJob(connection: Connection, { siteId, quoteId, content }: JobRow): Promise<SafetyView> {
  if (content.work) return safetyOf(connection, siteId, content.work);
  const plan = await readPlan(connection, (await readQuote(connection, quoteId)).planId);
  return safetyOf(connection, siteId, safetyFacts(plan, content.arrays));
}

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
    content: { work: _work, ...content },
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
    safety: await safetyOfJob(connection, row),
    checkPictures: await picturesOf(connection, content.steps),
  };
}
