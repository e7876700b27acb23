import { z } from 'zod';
import { FIGURE_KINDS, FIGURE_USES, TEACHING_RECORDS } from '../../core/figures/ours.ts';
import { id } from '../common.ts';
import { DESK, endpoint } from '../endpoint.ts';

/** A figure as the house has it and as our own records have it, and which of them is in use. */
export const knownFigure = z.object({
  key: z.string(),
  kind: z.enum(FIGURE_KINDS),
  /** whom or what it is of, in words */
  of: z.string(),
  house: z.number(),
  ours: z.number(),
  low: z.number(),
  high: z.number(),
  /** how far out one look of an eye is; null of all others */
  spread: z.number().nullable(),
  n: z.number().int(),
  /** what each record said by itself, and how surely: its standard deviation on the scale of the kind */
  from: z.array(
    z.object({
      record: z.enum(TEACHING_RECORDS),
      id,
      /** null of what belongs to no site */
      siteId: id.nullable(),
      name: z.string(),
      date: z.string(),
      value: z.number(),
      sd: z.number(),
    }),
  ),
  use: z.enum(FIGURE_USES),
  /** ours as it was when it was put to use; null where the house's is used */
  used: z.number().nullable(),
  /** mean over- or underestimate in the guess drill, a fraction of the truth; of eyes alone, and never mixed in */
  drill: z.object({ bias: z.number(), rounds: z.number().int() }).nullable(),
});
export type KnownFigure = z.infer<typeof knownFigure>;

const known = z.object({
  /** which choice of figures is in use; 0 until somebody has chosen */
  version: z.number().int(),
  at: z.string().nullable(),
  by: z.string().nullable(),
  figures: z.array(knownFigure),
});
export type KnownFigures = z.infer<typeof known>;

export const figuresEndpoints = {
  readFigures: endpoint({
    method: 'GET',
    path: '/api/figures',
    summary: 'What our own jobs and sites say of the figures that the house assumes',
    roles: DESK,
    answer: known,
  }),
  useFigures: endpoint({
    method: 'PUT',
    path: '/api/figures',
    summary: 'Choose for which figures our own are used; makes a new version of what estimates and plans go by',
    roles: DESK,
    body: z.object({
      id,
      /** the version that was seen */
      version: z.number().int().min(0).max(2_000_000_000),
      /** keys of the figures of which ours are used, as they stand now */
      ours: z.array(z.string().min(1).max(80)).max(500),
    }),
    answer: known,
  }),
};
