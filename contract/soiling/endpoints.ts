import { z } from 'zod';
import type { ReckoningOutput } from '../../core/soiling/reckoning.ts';
import type { YearAheadInput } from '../../core/soiling/yearAhead.ts';
import { computed, fraction, id, idParams, overruled, pageOf, pageQuery } from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';

export const reckoningOverrides = z.object({
  lossNow: overruled(fraction).optional(),
  /** a fraction of output lost on a dry day, the same all year */
  dailyRate: overruled(z.number().min(0).max(0.05)).optional(),
  /** mm of rain in a day that clean */
  rainThreshold: overruled(z.number().min(0).max(1000)).optional(),
});
export type ReckoningOverrides = z.infer<typeof reckoningOverrides>;

export const reckoning = z.object({
  id,
  arrayId: id,
  inspectionId: id,
  at: z.string(),
  by: z.string(),
  calculationVersion: z.string(),
  overrides: reckoningOverrides,
  input: computed<YearAheadInput>(),
  output: computed<ReckoningOutput>(),
});
export type Reckoning = z.infer<typeof reckoning>;

export const soilingEndpoints = {
  reckon: endpoint({
    method: 'POST',
    path: '/api/arrays/:id/reckonings',
    summary: 'Work out the loss of an array from its last inspection, now and over the year ahead',
    roles: DESK,
    params: idParams,
    body: z.object({ id, overrides: reckoningOverrides.default({}) }),
    answer: reckoning,
  }),
  listReckonings: endpoint({
    method: 'GET',
    path: '/api/arrays/:id/reckonings',
    summary: 'Reckonings of an array, last first',
    roles: EVERYONE,
    params: idParams,
    query: pageQuery,
    answer: pageOf(reckoning),
  }),
};
