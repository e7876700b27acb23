import type { jobsEndpoints } from '../../contract/jobs/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { scheduleJob } from './book.ts';
import { readJob } from './read.ts';
import * as jobs from './useCases.ts';

export const jobsHandlers: Pick<Handlers, keyof typeof jobsEndpoints> = {
  scheduleJob: (context, { params, body }) => scheduleJob(context, params.id, body),
  listJobs: (context, { query }) => jobs.listJobs(context, query),
  readJob: (context, { params }) => readJob(context.database, params.id),
  moveJob: (context, { params, body }) => jobs.moveJob(context, params.id, body),
  addEntries: (context, { params, body }) => jobs.addEntries(context, params.id, body),
};
