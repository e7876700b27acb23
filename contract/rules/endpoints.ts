import { z } from 'zod';
import { CLEANING_METHODS } from '../../core/assumptions.ts';
import { ACCESS } from '../../core/reach/access.ts';
import { LIMIT_BOUNDS } from '../../core/rules/limits.ts';
import { LIMITS, type MethodRules, REFUSALS } from '../../core/rules/rules.ts';
import { fraction, id, text } from '../common.ts';
import { DESK, endpoint, OWNER } from '../endpoint.ts';
import { shapedAs } from '../shapedAs.ts';

const everyOf = <K extends string, T extends z.ZodType>(keys: readonly K[], of: (key: K) => T) =>
  z.object(Object.fromEntries(keys.map((key) => [key, of(key)])) as Record<K, T>);

const ways = z.array(z.enum(CLEANING_METHODS)).max(CLEANING_METHODS.length);

export const wayRule = z.object({
  have: z.boolean(),
  from: z.array(z.enum(ACCESS)).min(1, 'must name at least one place to work from').max(ACCESS.length),
  pace: z.number().min(0.05).max(20),
  passes: z.number().int().min(1).max(6),
  /** litres a minute */
  flow: z.number().min(0).max(200),
  /** kg */
  head: z.number().min(0).max(500),
  /** minutes */
  dwell: z.number().min(0).max(120),
  /** minor units */
  perVisit: z.number().int().min(0).max(2_000_000_000),
  takes: z.object({ loose: fraction, bonded: fraction, droppings: fraction, lichen: fraction }),
});

/** The rules as somebody sets them: all of them, so that a version stands by itself. */
export const rulesBody = z.object({
  ways: everyOf(CLEANING_METHODS, () => wayRule),
  refusals: everyOf(REFUSALS, () => z.object({ on: z.boolean(), ways })),
  limits: everyOf(LIMITS, (limit) => z.number().min(LIMIT_BOUNDS[limit].least).max(LIMIT_BOUNDS[limit].most)),
});

export const methodRules = shapedAs<MethodRules>()(rulesBody.extend({ version: z.number().int() }));

const rulesInUse = z.object({
  at: z.string().nullable(),
  by: z.string().nullable(),
  reason: z.string().nullable(),
  rules: methodRules,
});
export type RulesInUse = z.infer<typeof rulesInUse>;

export const rulesEndpoints = {
  readRules: endpoint({
    method: 'GET',
    path: '/api/rules',
    summary: 'The rules by which ways of cleaning are chosen, refused and worked',
    roles: DESK,
    answer: rulesInUse,
  }),
  changeRules: endpoint({
    method: 'PUT',
    path: '/api/rules',
    summary: 'Change the rules: a new version, by which plans go from now on; older plans keep theirs',
    roles: OWNER,
    body: rulesBody.extend({
      id,
      /** the version that was seen */
      version: z.number().int().min(0).max(2_000_000_000),
      reason: text(300),
    }),
    answer: rulesInUse,
  }),
};
