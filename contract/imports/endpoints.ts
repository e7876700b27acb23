import { z } from 'zod';
import { FINISHES } from '../../core/assumptions.ts';
import { IMPORT_STATES } from '../../core/imports/states.ts';
import { PHOTO_ROLES } from '../../core/inspections/photoFace.ts';
import { DECISIONS, QUOTE_ADDITIONS, QUOTE_CHOICES } from '../../core/quotes/states.ts';
import { COLDS } from '../../core/rules/input.ts';
import { date, id, idParams, moment, note, pageOf, pageQuery, text } from '../common.ts';
import { endpoint, OWNER } from '../endpoint.ts';
import { inspectionFields, LARGEST_PHOTO } from '../inspections/endpoints.ts';
import { jobEntry } from '../jobs/endpoints.ts';
import { planOverrides } from '../methods/endpoints.ts';
import { reckoningOverrides } from '../reckoning/endpoints.ts';
import { calledSheet } from '../sites/drawing.ts';
import { arrayFields, customerFields, siteFields } from '../sites/endpoints.ts';
import { waterReadingFields } from '../water/endpoints.ts';

const importedPhoto = z.object({
  id,
  file: text(200),
  arrayId: id,
  role: z.enum(PHOTO_ROLES),
  module: z.number().int().min(0).max(79_999).optional(),
  caption: note(200),
});

/**
 * One round of work at a site, in the order in which it happens. What the program computes is not in the file: loss,
 * plan and price are worked out on the way in, just as they are when somebody types.
 */
const round = z.object({
  inspections: z.array(inspectionFields.extend({ id, arrayId: id })).default([]),
  reckonings: z.array(z.object({ id, arrayId: id, at: moment, overrides: reckoningOverrides.default({}) })).default([]),
  plan: z
    .object({
      id,
      at: moment,
      finish: z.enum(FINISHES).default('output'),
      cold: z.enum(COLDS).default('none'),
      overrides: planOverrides.default({}),
    })
    .optional(),
  quote: z
    .object({
      id,
      at: moment,
      message: note(2000),
      stated: note(500),
      sentAt: moment.optional(),
      decision: z
        .object({
          at: moment,
          decision: z.enum(DECISIONS),
          choice: z.enum(QUOTE_CHOICES).default('one'),
          additions: z.array(z.enum(QUOTE_ADDITIONS)).default([]),
        })
        .optional(),
    })
    .optional(),
  job: z
    .object({
      id,
      at: moment,
      scheduledFor: date,
      entries: z.array(jobEntry).max(5000).default([]),
      report: z.object({ id, at: moment, signedBy: text(120).optional(), signedAt: moment.optional() }).optional(),
    })
    .optional(),
  photos: z.array(importedPhoto.extend({ inspectionId: id.optional(), jobId: id.optional() })).default([]),
});

export const importedSite = z.object({
  id,
  customer: customerFields.extend({ id }),
  site: siteFields,
  arrays: z
    .array(arrayFields.extend({ id, sheet: calledSheet }))
    .min(1)
    .max(50),
  /** daily rain, mm, and daily energy, kWh */
  rain: z
    .array(z.object({ date, rain: z.number().min(0).max(2000) }))
    .max(20_000)
    .default([]),
  energy: z
    .array(
      z.object({
        arrayId: id,
        days: z.array(z.object({ date, energy: z.number().min(0).max(1e7) })).max(20_000),
      }),
    )
    .max(50)
    .default([]),
  waterReadings: z.array(waterReadingFields.extend({ id })).default([]),
  rounds: z.array(round).max(100).default([]),
});
export type ImportedSite = z.infer<typeof importedSite>;

export const importBundle = z.object({
  format: z.literal('wide-pail-sites'),
  formatVersion: z.literal(1),
  sites: z.array(importedSite).min(1).max(500),
});
export type ImportBundle = z.infer<typeof importBundle>;

/** The bundle as the text of a form field, beside the pictures that it names. */
const bundleText = z.string().transform((text, context): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    context.addIssue({ code: 'custom', message: 'must be JSON' });
    return z.NEVER;
  }
});

/** How much of each was taken in. */
const importCounts = z.object({
  sites: z.number(),
  inspections: z.number(),
  quotes: z.number(),
  jobs: z.number(),
  photos: z.number(),
});
export type ImportCounts = z.infer<typeof importCounts>;

/** A file of sites that somebody sent, and what became of it. */
export const importRecord = z.object({
  id,
  /** what it was called where it came from */
  name: z.string(),
  /** who sent it, and when */
  by: z.string(),
  at: moment,
  state: z.enum(IMPORT_STATES),
  doneAt: moment.nullable(),
  /** pictures that came with it */
  pictures: z.number().int(),
  counts: importCounts.nullable(),
  /** what does not fit, at its place in the file */
  refusal: z.object({ path: z.string(), message: z.string() }).nullable(),
});
export type ImportRecord = z.infer<typeof importRecord>;

export const importsEndpoints = {
  importSites: endpoint({
    method: 'POST',
    path: '/api/imports',
    summary: 'Send sites with their history and pictures; they are worked out afterwards, all of it or nothing',
    roles: OWNER,
    body: z.object({ id, name: note(200), bundle: bundleText.pipe(importBundle) }),
    upload: 'many',
    limit: LARGEST_PHOTO,
    answer: importRecord,
  }),
  listImports: endpoint({
    method: 'GET',
    path: '/api/imports',
    summary: 'Files of sites that were sent, the last one first, and what became of each',
    roles: OWNER,
    query: pageQuery,
    answer: pageOf(importRecord),
  }),
  readImport: endpoint({
    method: 'GET',
    path: '/api/imports/:id',
    summary: 'What became of a file of sites',
    roles: OWNER,
    params: idParams,
    answer: importRecord,
  }),
};
