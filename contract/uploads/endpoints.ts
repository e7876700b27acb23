import { z } from 'zod';
import { id } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';
import { LARGEST_PART } from './parts.ts';

export const uploadsEndpoints = {
  putPart: endpoint({
    method: 'PUT',
    path: '/api/uploads/:id/parts/:start',
    summary: 'Send a part of a file; a part that is there already is taken again without a change',
    roles: EVERYONE,
    params: z.object({ id, start: z.coerce.number().int().min(0).max(200_000_000) }),
    raw: true,
    limit: LARGEST_PART,
    answer: z.object({ received: z.number() }),
  }),
  readUpload: endpoint({
    method: 'GET',
    path: '/api/uploads/:id',
    summary: 'How many bytes of a file have arrived without a gap',
    roles: EVERYONE,
    params: z.object({ id }),
    answer: z.object({ received: z.number() }),
  }),
};
