import { z } from 'zod';
import { id } from '../common.ts';
import { endpoint, OWNER } from '../endpoint.ts';

export const systemEndpoints = {
  health: endpoint({
    method: 'GET',
    path: '/api/health',
    summary: 'Whether the process runs',
    roles: 'public',
    sessionless: true,
    answer: z.object({ status: z.literal('ok') }),
  }),
  ready: endpoint({
    method: 'GET',
    path: '/api/ready',
    summary: 'Whether the process can serve: the database answers and is migrated',
    roles: 'public',
    sessionless: true,
    answer: z.object({ status: z.literal('ready') }),
  }),
  openapi: endpoint({
    method: 'GET',
    path: '/api/openapi.json',
    summary: 'This interface, described in OpenAPI 3.1',
    roles: 'public',
    sessionless: true,
    answer: z.record(z.string(), z.unknown()),
  }),
  readTrail: endpoint({
    method: 'GET',
    path: '/api/trail/:id',
    summary: 'Who changed a record, when, and how',
    roles: OWNER,
    params: z.object({ id }),
    answer: z.object({
      items: z.array(
        z.object({
          at: z.string(),
          by: z.string().nullable(),
          record: z.string(),
          action: z.string(),
          change: z.unknown(),
        }),
      ),
    }),
  }),
};
