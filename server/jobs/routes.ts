import type { jobsEndpoints } from '../../contract/jobs/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { readJob } from './read.ts';
import * as jobs from './useCases.ts';

export const jobsHandlers: Pick<Handlers, keyof typeof jobsEndpoints> = {
  listJobs: (context, { query }) => jobs.listJobs(context, query),
  readJob: (context, { params }) => readJob(context.database, params.id),
  addEntries: (context, { params, body }) => jobs.addEntries(context, params.id, body),
};
