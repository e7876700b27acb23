import type { jobsEndpoints } from '../../contract/jobs/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as jobs from './useCases.ts';

export const jobsHandlers: Pick<Handlers, keyof typeof jobsEndpoints> = {
  scheduleJob: (context, { params, body }) => jobs.scheduleJob(context, params.id, body),
  listJobs: (context, { query }) => jobs.listJobs(context, query),
  readJob: (context, { params }) => jobs.readJob(context.database, params.id),
  moveJob: (context, { params, body }) => jobs.moveJob(context, params.id, body),
  addEntries: (context, { params, body }) => jobs.addEntries(context, params.id, body),
};
