import { z } from 'zod';
import { QUANTITIES } from '../../core/comparisons/compare.ts';
import {
  CLOTHS_AFTER,
  type JobEntry,
  MODULE_DONE,
  MOST_HANDS,
  READ_WHEN,
  READING_HOWS,
} from '../../core/jobs/progress.ts';
import { JOB_STATES } from '../../core/jobs/states.ts';
import { CAUTIONS, type FitOnRows, STEP_ENDS, STEP_KEYS, STROKES, type Step } from '../../core/jobs/steps.ts';
import type { JobCheck } from '../../core/kit/checklists.ts';
import type { DrawnItem } from '../../core/kit/draw.ts';
import type { KitItem } from '../../core/kit/list.ts';
import type { FaceBatches } from '../../core/schedule/batches.ts';
import { computed, date, doneBy, id, idParams, moment, pageOf, pageQuery, reason, version, yesNo } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';
import { photo } from '../inspections/endpoints.ts';
import { kitItem } from '../methods/results.ts';
import { safetyView } from '../methods/safety.ts';
import { shapedAs } from '../shapedAs.ts';
import { array, site } from '../sites/endpoints.ts';

const stepKey = z.enum(STEP_KEYS);
const base = { id, at: moment };
const key = z.string().min(1).max(40);

export const jobReading = z.object({
  value: z.number().gt(0).max(1e9),
  poaIrradiance: z.number().gt(0).max(2000),
  tempModule: z.number().min(-40).max(120),
});

export const jobEntry = z.discriminatedUnion('kind', [
  z.object({ ...base, kind: z.literal('step-started'), step: stepKey }),
  z.object({ ...base, kind: z.literal('caution'), step: stepKey, caution: key, answer: z.boolean() }),
  z.object({ ...base, kind: z.literal('step-done'), step: stepKey }),
  z.object({ ...base, kind: z.literal('cannot'), step: stepKey, reason }),
  z.object({ ...base, kind: z.literal('kit'), item: key, packed: z.boolean() }),
  z.object({
    ...base,
    kind: z.literal('mark'),
    array: id,
    modules: z
      .array(z.number().int().min(0).max(79_999))
      .min(1)
      .max(20_000)
      .refine((modules) => new Set(modules).size === modules.length, 'must name each module once'),
    mark: z.enum(MODULE_DONE),
  }),
  z.object({
    ...base,
    kind: z.literal('reading'),
    when: z.enum(READ_WHEN),
    array: id,
    with: z.array(id).max(50).optional(),
    quantity: z.enum(QUANTITIES),
    how: z.enum(READING_HOWS).optional(),
    reading: jobReading,
    control: z.object({ value: z.number().gt(0).max(1e9), tempModule: z.number().min(-40).max(120) }).optional(),
    sensor: z.boolean().default(true),
    shading: z.boolean().default(false),
    wet: z.boolean().default(false),
    capped: z.boolean().default(false),
  }),
  z.object({ ...base, kind: z.literal('no-reading'), when: z.enum(READ_WHEN), array: id, reason }),
  z.object({
    ...base,
    kind: z.literal('water'),
    conductivity: z.number().min(0).max(20_000),
    temperature: z.number().min(0).max(60),
    litres: z.number().min(0).max(1e6).optional(),
  }),
  z.object({ ...base, kind: z.literal('meter'), litres: z.number().gt(0).max(1e6) }),
  z.object({ ...base, kind: z.literal('hands'), people: z.number().int().min(1).max(MOST_HANDS) }),
  z.object({ ...base, kind: z.literal('cloth'), array: id, shows: z.enum(CLOTHS_AFTER) }),
  z.object({
    ...base,
    kind: z.literal('temperatures'),
    glass: z.number().min(-40).max(120),
    water: z.number().min(0).max(60),
  }),
  z.object({ ...base, kind: z.literal('paused'), reason }),
  z.object({ ...base, kind: z.literal('resumed') }),
  z.object({ ...base, kind: z.literal('retracted'), entry: id, reason }),
]) satisfies z.ZodType<JobEntry>;

const caution = z.object({ key: z.enum(CAUTIONS) });
/** A step of a job; what it says and asks follows from its keys. */
export const step = shapedAs<Step>()(
  z.object({
    key: stepKey,
    ends: z.enum(STEP_ENDS),
    cautions: z.array(caution),
    touches: z.array(caution).optional(),
    dry: z.literal(true).optional(),
    minutes: z.number().optional(),
    batches: z.array(computed<FaceBatches>()).optional(),
    stroke: z.enum(STROKES).optional(),
    checks: z.array(computed<JobCheck>()).optional(),
    fit: z.array(computed<FitOnRows>()).optional(),
  }),
);

export const job = z.object({
  id,
  siteId: id,
  quoteId: id,
  state: z.enum(JOB_STATES),
  scheduledFor: z.string(),
  steps: z.array(step),
  kit: z.array(shapedAs<KitItem>()(kitItem)),
  site,
  customer: z.object({ name: z.string(), phone: z.string() }),
  arrays: z.array(array),
  /** µS/cm under which the finish is kept, litres planned, way of treatment */
  water: z.object({ limit: z.number(), litres: z.number(), way: z.string() }),
  entries: computed<(JobEntry & { by: string })[]>(),
  photos: z.array(photo),
  /** what of the register of kit is taken along; left out in jobs that a phone kept from before there was one */
  drawn: z.array(computed<DrawnItem>()).optional(),
  /** the safety sheet of the site for this work; left out in jobs that a phone kept from before there was one */
  safety: safetyView.optional(),
  /** pictures of the checks of its steps, by step and check; left out where there are none */
  checkPictures: z.record(z.string(), z.string()).optional(),
  /** which visit of its quote, from 1; left out in jobs that a phone kept from before plans had several */
  visit: z.number().int().optional(),
  version,
});
export type Job = z.infer<typeof job>;

export const jobListItem = z.object({
  id,
  siteId: id,
  site: z.string(),
  place: z.string(),
  state: job.shape.state,
  scheduledFor: z.string(),
  visit: z.number().int(),
  modules: z.number(),
  modulesLeft: z.number(),
  /** minutes of work planned */
  minutes: z.number(),
});
export type JobListItem = z.infer<typeof jobListItem>;

export const jobsEndpoints = {
  listJobs: endpoint({
    method: 'GET',
    path: '/api/jobs',
    summary: 'Jobs by day, first first',
    roles: EVERYONE,
    query: pageQuery.extend({
      from: date.optional(),
      to: date.optional(),
      site: id.optional(),
      open: yesNo.optional(),
    }),
    answer: pageOf(jobListItem),
  }),
  readJob: endpoint({
    method: 'GET',
    path: '/api/jobs/:id',
    summary: 'A job with all that happened on it',
    roles: EVERYONE,
    params: idParams,
    answer: job,
  }),
  addEntries: endpoint({
    method: 'POST',
    path: '/api/jobs/:id/entries',
    summary: 'Add what happened on a job; an entry sent twice is kept once',
    roles: EVERYONE,
    params: idParams,
    body: z.object({
      entries: z.array(jobEntry).min(1).max(200),
      /** what time the device takes it to be as it sends: a clock that is off is told by it */
      sentAt: moment.optional(),
      ...doneBy,
    }),
    answer: z.object({ kept: z.array(id) }),
  }),
};
