import { z } from 'zod';
import { QUANTITIES } from '../../core/comparisons/compare.ts';
import { READING_SIDES } from '../../core/comparisons/powerReading.ts';
import { PATCH_WAYS } from '../../core/comparisons/testPatch.ts';
import { FITTED_FOUND, FITTED_KINDS } from '../../core/fittings/kinds.ts';
import { DEFECT_KINDS, DEFECT_SEVERITIES } from '../../core/inspections/defects.ts';
import { MARK_KINDS, MARK_PATTERNS, SEVERITIES } from '../../core/inspections/marks.ts';
import { PHOTO_ROLES, PHOTO_SIZES, PHOTO_STATES } from '../../core/inspections/photoFace.ts';
import { BONDS, GRADES, LOOKED_FROM, SOIL_KINDS, WHERES, WIPE_TESTS } from '../../core/inspections/soil.ts';
import {
  date,
  doneBy,
  fraction,
  id,
  idParams,
  moment,
  note,
  pageOf,
  pageQuery,
  reason,
  text,
  version,
  yesNo,
} from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { laidOut } from '../sites/drawing.ts';

export const soil = z.object({
  kind: z.enum(SOIL_KINDS),
  where: z.enum(WHERES),
  grade: z.enum(GRADES).default('plain'),
  share: fraction,
  bond: z.enum(BONDS),
});

export const mark = z
  .object({
    kind: z.enum(MARK_KINDS),
    pattern: z.enum(MARK_PATTERNS),
    severity: z.enum(SEVERITIES),
    /** indices of the grid, row by row from the top left */
    modules: z.array(z.number().int().min(0).max(79_999)).min(1).max(20_000),
    /** with the pattern `cells`: which of a module's cells, row by row from its top left as it lies */
    cells: z.array(z.number().int().min(0).max(287)).min(1).max(288).optional(),
    bond: z.enum(BONDS).optional(),
  })
  .refine(({ pattern, cells }) => (pattern === 'cells') === (cells !== undefined), {
    path: ['cells'],
    message: 'must name the cells with the pattern "cells", and with no other',
  });

/** What a look finds of one fitting of the array, by its kind and the day it was fitted. */
export const fittingLookedAt = z
  .object({
    kind: z.enum(FITTED_KINDS),
    since: date,
    found: z.enum(FITTED_FOUND),
    rows: z.array(z.number().int().min(-1000).max(1000)).max(200).default([]),
  })
  .refine(({ found, rows }) => (found === 'loose' || found === 'gone') === rows.length > 0, {
    path: ['rows'],
    message: 'must name the rows on which it is loose or gone, and none where it is in place or was not seen',
  });

/** Modules marked in one inspection, each mark of a module counted: what can be reckoned in one go. */
const MOST_MARKED = 20_000;

export const defect = z.object({
  kind: z.enum(DEFECT_KINDS),
  /** index of the module in the grid, row by row from the top left */
  module: z.number().int().min(0).max(79_999),
  severity: z.enum(DEFECT_SEVERITIES),
  note: note(500),
});

export const expectedReading = z.object({
  /** W */
  power: z.number().min(0).max(1e9),
  /** of the inverter at which it was read */
  side: z.enum(READING_SIDES).optional(),
  /** W/m2 */
  poaIrradiance: z.number().gt(0).max(2000),
  /** Celsius */
  tempModule: z.number().min(-40).max(120),
  capped: z.boolean().default(false),
  shading: z.boolean().default(false),
  wet: z.boolean().default(false),
});

const patchReading = z.object({
  /** W, or A of short-circuit current */
  value: z.number().gt(0).max(1e9),
  /** Celsius */
  tempModule: z.number().min(-40).max(120),
});
const stripMinute = z.object({ strip: patchReading, neighbour: patchReading });

/** Strips washed each in its own way, read against a dirty neighbour in the same minute. */
export const testPatch = z.object({
  quantity: z.enum(QUANTITIES),
  representative: z.boolean().default(true),
  strips: z
    .array(
      z.object({
        way: z.enum(PATCH_WAYS),
        modules: z.number().gt(0).max(1000),
        minutes: z.number().gt(0).max(600).nullable().default(null),
        before: stripMinute,
        after: stripMinute,
      }),
    )
    .min(1, 'must have at least one strip')
    .max(PATCH_WAYS.length)
    .refine((strips) => new Set(strips.map(({ way }) => way)).size === strips.length, {
      message: 'must wash each strip in a way of its own',
    }),
});

export const inspectionFields = z.object({
  inspectedAt: moment,
  /** how it was looked at */
  from: z.enum(LOOKED_FROM),
  soils: z.array(soil).max(30),
  wipeTest: z.enum(WIPE_TESTS),
  defects: z.array(defect).max(500).default([]),
  /** patches where they lie; where there are any, they and not the soils say what patches cost */
  marks: z
    .array(mark)
    .max(200)
    .refine((marks) => marks.reduce((sum, { modules }) => sum + modules.length, 0) <= MOST_MARKED, {
      message: 'must mark at most 20 000 modules in all; divide the face',
    })
    .default([]),
  causes: z.array(text(80)).max(20).default([]),
  reading: expectedReading.nullable().default(null),
  testPatch: testPatch.nullable().default(null),
  /** the last wash, where somebody knows it; else the last job on record is taken */
  lastWashed: date.nullable().default(null),
  bladeAgreed: z.boolean().default(false),
  /** of what was fitted against a cause, how it was found */
  fittings: z.array(fittingLookedAt).max(40).default([]),
  notes: note(),
});

export const amendment = z.object({ id, at: z.string(), by: z.string(), reason: z.string(), text: z.string() });
export const amendmentFields = z.object({ id, text: text(4000), reason });

/** What pictures are kept as. */
export const MEDIA_TYPES = ['image/jpeg', 'image/png'] as const;

/** A circle drawn over a picture: its middle and radius in shares of the picture's width (y of its height). */
export const photoMarkFields = z.object({
  x: fraction,
  y: fraction,
  radius: z.number().gt(0).max(0.5),
  label: text(80),
});
export const photoMark = photoMarkFields.extend({ id, by: z.string(), at: z.string() });
export type PhotoMark = z.infer<typeof photoMark>;

export const photo = z.object({
  id,
  arrayId: id,
  inspectionId: id.nullable(),
  jobId: id.nullable(),
  role: z.enum(PHOTO_ROLES),
  /** index of the module with the defect that it shows; left out in papers from before pictures were pinned */
  module: z.number().nullable().default(null),
  caption: z.string(),
  width: z.number(),
  height: z.number(),
  takenAt: z.string().nullable(),
  /** left out in papers from before pictures were drawn on */
  marks: z.array(photoMark).default([]),
  state: z.enum(PHOTO_STATES),
  /** left out in papers from before pictures were filed by hand */
  version: version.optional(),
});
export type Photo = z.infer<typeof photo>;

export const inspection = inspectionFields.extend({
  id,
  arrayId: id,
  by: z.string(),
  recordedAt: z.string(),
  /** modules that carried a mark or a defect then and are not on the roof any more */
  gone: z.number(),
  amendments: z.array(amendment),
  photos: z.array(photo),
});
export type Inspection = z.infer<typeof inspection>;

export const photoFields = z.object({
  id,
  arrayId: id,
  inspectionId: id.optional(),
  jobId: id.optional(),
  role: z.enum(PHOTO_ROLES),
  /** a module with a defect of the inspection, by its index there */
  module: z.coerce.number().int().min(0).max(79_999).optional(),
  caption: note(200),
  /** of the file, by which a picture is told that did not arrive whole */
  sha256: z
    .string()
    .regex(/^[0-9a-f]{64}$/, 'must be 64 hexadecimal digits')
    .optional(),
  ...doneBy,
  /** an upload in parts that is whole by now, and its size, where the file does not come with the form */
  upload: id.optional(),
  size: z.coerce
    .number()
    .int()
    .min(1)
    .max(25 * 1024 * 1024)
    .optional(),
  /** whether the face is found by the camera's clock, among the looks at this site; where none is near, `arrayId` stands */
  byTime: yesNo.default('no'),
});

export const LARGEST_PHOTO = 25 * 1024 * 1024;

export const inspectionsEndpoints = {
  recordInspection: endpoint({
    method: 'POST',
    path: '/api/arrays/:id/inspections',
    summary: 'Record an inspection of an array',
    roles: EVERYONE,
    params: idParams,
    body: inspectionFields.extend({
      id,
      /** how the modules lay on the drawing on which marks and defects were set; left out, as they lie now */
      layout: laidOut.optional(),
    }),
    answer: inspection,
  }),
  listInspections: endpoint({
    method: 'GET',
    path: '/api/arrays/:id/inspections',
    summary: 'Inspections of an array, last first',
    roles: EVERYONE,
    params: idParams,
    query: pageQuery,
    answer: pageOf(inspection),
  }),
  amendInspection: endpoint({
    method: 'POST',
    path: '/api/inspections/:id/amendments',
    summary: 'Add an amendment to an inspection, which itself stays as it was',
    roles: EVERYONE,
    params: idParams,
    body: amendmentFields,
    answer: inspection,
  }),
  defectPaper: endpoint({
    method: 'GET',
    path: '/api/sites/:id/defects.pdf',
    summary: 'The defects of a site over all visits, as a PDF for the maker',
    roles: DESK,
    params: idParams,
    file: 'application/pdf',
  }),
  addPhoto: endpoint({
    method: 'POST',
    path: '/api/photos',
    summary: 'Add a photograph (JPEG or PNG)',
    roles: EVERYONE,
    body: photoFields,
    upload: 'one',
    limit: LARGEST_PHOTO,
    answer: photo,
  }),
  listPhotos: endpoint({
    method: 'GET',
    path: '/api/sites/:id/photos',
    summary: 'Photographs of a site, last first',
    roles: EVERYONE,
    params: idParams,
    query: pageQuery,
    answer: pageOf(photo.extend({ recordedAt: z.string() })),
  }),
  markPhoto: endpoint({
    method: 'POST',
    path: '/api/photos/:id/marks',
    summary: 'Draw a mark over a photograph, which itself stays as it came',
    roles: EVERYONE,
    params: idParams,
    body: photoMarkFields.extend({ id }),
    answer: photo,
  }),
  changePhoto: endpoint({
    method: 'PATCH',
    path: '/api/photos/:id',
    summary: 'File a photograph to a face by hand, and caption it',
    roles: EVERYONE,
    params: idParams,
    body: z.object({ version, arrayId: id, caption: note(200) }),
    answer: photo,
  }),
  removePhoto: endpoint({
    method: 'POST',
    path: '/api/photos/:id/removal',
    summary: 'Put a photograph aside with a reason; its bytes and the trail stay',
    roles: DESK,
    params: idParams,
    body: z.object({ version, reason }),
    answer: z.object({ removed: z.literal(true) }),
  }),
  readPhoto: endpoint({
    method: 'GET',
    path: '/api/photos/:id/:size',
    summary: 'A photograph: turned upright and without location, or the original',
    roles: EVERYONE,
    params: z.object({ id, size: z.enum(PHOTO_SIZES) }),
    file: 'image/*',
  }),
};
