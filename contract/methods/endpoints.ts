import { z } from 'zod';
import { CLEANING_METHODS, FINISHES } from '../../core/assumptions.ts';
import { FITTED_KINDS, WATER_STANDS } from '../../core/fittings/kinds.ts';
import { ACCESS } from '../../core/reach/access.ts';
import { COLDS } from '../../core/rules/input.ts';
import { RUNGS } from '../../core/rules/rungs.ts';
import { WATER_WAYS } from '../../core/water/plan.ts';
import { DRYING_KEYS } from '../../core/water/treatment.ts';
import { id, idParams, overruled, pageOf, pageQuery, price, text } from '../common.ts';
import { DESK, endpoint } from '../endpoint.ts';
import { planOutput } from './results.ts';

const access = z.enum(ACCESS);

const fittingAsked = z.object({
  kind: z.enum(FITTED_KINDS),
  rows: z.array(z.number().int().min(-1000).max(1000)).min(1, 'must name at least one row').max(200),
  /** where water is left standing at the lower frame */
  stands: z.enum(WATER_STANDS),
  /** for a piece, a metre or a square metre, put up, before tax */
  each: price,
});

const arrayOverrides = z.object({
  method: overruled(z.enum(CLEANING_METHODS)).optional(),
  access: overruled(access).optional(),
  brush: overruled(text(80)).optional(),
  /** metres */
  pole: overruled(z.number().min(0).max(40)).optional(),
  minutesPerModule: overruled(z.number().gt(0).max(120)).optional(),
  /** whether a rung of the escalation ladder is used */
  rungs: z.partialRecord(z.enum(RUNGS), overruled(z.boolean())).optional(),
  /** what is fitted on its rows at the next visit, once; the rows that are not named are its control */
  fittings: overruled(
    z
      .array(fittingAsked)
      .min(1, 'must name at least one fitting')
      .max(FITTED_KINDS.length)
      .refine((all) => new Set(all.map(({ kind }) => kind)).size === all.length, {
        message: 'must name each kind of fitting once',
      }),
  ).optional(),
});

export const planOverrides = z.object({
  waterWay: overruled(z.enum(WATER_WAYS)).optional(),
  visits: overruled(z.number().int().min(0).max(12)).optional(),
  isolate: overruled(z.boolean()).optional(),
  /** how the glass dries after the last rinse */
  drying: overruled(z.enum(DRYING_KEYS)).optional(),
  /** by the id of the array */
  arrays: z.record(id, arrayOverrides).optional(),
});
export type ArrayOverrides = z.infer<typeof arrayOverrides>;
export type PlanOverrides = z.infer<typeof planOverrides>;

export const plan = z.object({
  id,
  siteId: id,
  at: z.string(),
  by: z.string(),
  calculationVersion: z.string(),
  finish: z.enum(FINISHES),
  /** what lies on the glass, or forms there, on the day that it is planned for */
  cold: z.enum(COLDS),
  overrides: planOverrides,
  input: z.record(z.string(), z.unknown()),
  output: planOutput,
});
export type Plan = z.infer<typeof plan>;

export const methodsEndpoints = {
  makePlan: endpoint({
    method: 'POST',
    path: '/api/sites/:id/plans',
    summary: 'Plan water, method and visits for every reckoned array of a site',
    roles: DESK,
    params: idParams,
    body: z.object({
      id,
      finish: z.enum(FINISHES).default('output'),
      cold: z.enum(COLDS).default('none'),
      overrides: planOverrides.default({}),
    }),
    answer: plan,
  }),
  listPlans: endpoint({
    method: 'GET',
    path: '/api/sites/:id/plans',
    summary: 'Plans of a site, last first',
    roles: DESK,
    params: idParams,
    query: pageQuery,
    answer: pageOf(plan),
  }),
};
