import { z } from 'zod';
import { LICHEN_CLIMATES, PUDDLES } from '../../core/assumptions.ts';
import { REMEDIES } from '../../core/courses/remedyKeys.ts';
import type { ReckonInput } from '../../core/reckoning/reckoning.ts';
import { computed, date, fraction, id, idParams, overruled, pageOf, pageQuery, price, reason } from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { reckoningOutput } from './results.ts';

export const reckoningOverrides = z.object({
  lossNow: overruled(fraction).optional(),
  /** how many times what the house assumes for the surroundings settles */
  dust: overruled(z.number().min(0).max(50)).optional(),
  /** evidence that is not heard, by its keys, each with why */
  leftOut: z
    .array(z.object({ key: z.string().min(1).max(60), reason }))
    .max(100)
    .optional(),
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
  /** all that was on record; null for the crew */
  input: computed<ReckonInput>().nullable(),
  output: reckoningOutput,
});
export type Reckoning = z.infer<typeof reckoning>;

/** What somebody set by hand for the years ahead of an array; what is left out is as computed. */
export const outlookSettings = z.object({
  /** share of the loose film that a dew day bonds: 0, rain cleans; high, it never does */
  bondingPerDew: fraction.optional(),
  puddles: z.enum(PUDDLES).optional(),
  lichen: z.enum(LICHEN_CLIMATES).optional(),
  /** last day of roadworks or of a building site next door */
  worksUntil: date.optional(),
  /** minor units for one visit, where it is not the last quote's */
  visitCost: price.optional(),
  /** minor units, once, for what has been priced */
  remedyCosts: z.partialRecord(z.enum(REMEDIES), price).optional(),
});
export type OutlookSettings = z.infer<typeof outlookSettings>;

export const outlook = z.object({
  settings: outlookSettings,
  /** 0 until somebody has set something */
  version: z.number().int(),
  by: z.string().nullable(),
  at: z.string().nullable(),
});
export type Outlook = z.infer<typeof outlook>;

export const reckoningEndpoints = {
  reckon: endpoint({
    method: 'POST',
    path: '/api/arrays/:id/reckonings',
    summary: 'Work out the loss of an array from everything on record, now and over the year ahead',
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
  readOutlook: endpoint({
    method: 'GET',
    path: '/api/arrays/:id/outlook',
    summary: 'What was set by hand for the years ahead of an array',
    roles: DESK,
    params: idParams,
    answer: outlook,
  }),
  setOutlook: endpoint({
    method: 'PUT',
    path: '/api/arrays/:id/outlook',
    summary: 'Set what the years ahead of an array go by, and what remedies cost',
    roles: DESK,
    params: idParams,
    body: z.object({ settings: outlookSettings, version: z.number().int().min(0).max(2_000_000_000) }),
    answer: outlook,
  }),
};
