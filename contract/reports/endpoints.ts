import { z } from 'zod';
import { type CompareInput, QUANTITIES } from '../../core/comparisons/compare.ts';
import type { ReadingWarning } from '../../core/comparisons/warnings.ts';
import type { Written } from '../../core/findings.ts';
import { DEFECT_KINDS, DEFECT_SEVERITIES } from '../../core/inspections/defects.ts';
import { MODULE_DONE } from '../../core/jobs/progress.ts';
import type { ProofMissing } from '../../core/jobs/proof.ts';
import type { StepFinding } from '../../core/jobs/steps.ts';
import type { NextBecause } from '../../core/reports/nextVisit.ts';
import { isDrawn, REPORT_STATES, SIGNATURE_WAYS, SIGNED_HERE, SIGNERS } from '../../core/reports/signature.ts';
import { id, idParams, text, version } from '../common.ts';
import { keptPaper } from '../documents/papers.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { reason, said } from '../findings.ts';
import { amendment, amendmentFields, photo } from '../inspections/endpoints.ts';
import { shapedAs } from '../shapedAs.ts';

const reading = z.object({ value: z.number(), poaIrradiance: z.number(), tempModule: z.number() });
const control = z.object({ value: z.number(), tempModule: z.number() });

/** What a report says of one array. */
export const arrayProof = z.object({
  arrayId: z.string(),
  name: z.string(),
  modules: z.number(),
  cleaned: z.number(),
  marks: z.record(z.enum([...MODULE_DONE, 'left']), z.number()),
  quantity: z.enum(QUANTITIES).nullable(),
  comparison: z
    .object({
      ratio: z.number(),
      gain: z.number(),
      loss: z.number().nullable(),
      expandedUncertainty: z.number(),
      distinguishable: z.boolean(),
    })
    .nullable(),
  /** the input of the comparison, as `compute compare` takes it */
  input: shapedAs<CompareInput | null>()(
    z
      .object({
        quantity: z.enum(QUANTITIES),
        temperatureCoefficient: z.number(),
        before: reading,
        after: reading,
        control: z.object({ before: control, after: control }).optional(),
        uncertainty: z
          .object({ repeatability: z.number(), irradianceRatio: z.number(), temperature: z.number() })
          .partial()
          .optional(),
      })
      .nullable(),
  ),
  /** the two readings that were compared, as they were typed */
  before: reading.nullable(),
  after: reading.nullable(),
  /** why there is no figure, where there is none */
  missing: said<ProofMissing>().nullable(),
  warnings: z.array(said<ReadingWarning>()),
  /** faces read together on one inverter, and the face under which this one was; null where it was read alone */
  together: z.object({ names: z.array(z.string()), modules: z.number(), cleaned: z.number() }).nullable(),
  readWith: z.string().nullable(),
  /** null on reports that were drawn up before all three were kept */
  reasons: z.object({ gain: reason, loss: reason, uncertainty: reason }).nullable(),
  defects: z.array(
    z.object({ kind: z.enum(DEFECT_KINDS), module: z.number(), severity: z.enum(DEFECT_SEVERITIES), note: z.string() }),
  ),
  photos: z.array(photo),
});
export type ArrayProof = z.infer<typeof arrayProof>;

/** A drawn signature: lines of points in shares of the width of its field. */
export const strokes = z
  .array(z.array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)])).max(1000))
  .max(100)
  .refine((lines) => lines.reduce((sum, line) => sum + line.length, 0) <= 5000, 'must hold at most 5000 points');

/** Who signed, how, when and from where. */
export const signature = z.object({
  name: z.string(),
  signer: z.enum(SIGNERS),
  how: z.enum(SIGNATURE_WAYS),
  strokes: strokes.nullable(),
  /** who was signed in on the device */
  person: z.object({ id, name: z.string() }),
  at: z.string(),
  /** network address that it came from */
  from: z.string(),
});
export type Signature = z.infer<typeof signature>;

export const reportContent = z.object({
  /** null on reports that were signed before the firm's name was kept in them */
  firm: z.string().nullable(),
  site: z.string(),
  customer: z.string(),
  place: z.string(),
  washedOn: z.string(),
  /** seconds by which a phone's clock was ahead at most, where one was off; its times are set right */
  clockGap: z.number(),
  arrays: z.array(arrayProof),
  /** the gain in power that the report claims, where it is one figure */
  claim: z.number().nullable(),
  modules: z.number(),
  cleaned: z.number(),
  /** readings of the water on the glass */
  water: z.array(z.object({ conductivity: z.number(), temperature: z.number(), litres: z.number().nullable() })),
  waterLimit: z.number(),
  /** steps that could not be done, with the reason that was given */
  notDone: z.array(z.object({ step: said<StepFinding | Written>(), reason: z.string() })),
  /** date on which the plan would have the next look; null where no visit pays */
  nextDate: z.string().nullable(),
  nextBecause: said<NextBecause>(),
});
export type ReportContent = z.infer<typeof reportContent>;

export const report = z.object({
  id,
  jobId: id,
  siteId: id,
  state: z.enum(REPORT_STATES),
  calculationVersion: z.string(),
  content: reportContent,
  createdAt: z.string(),
  signedBy: z.string().nullable(),
  signedAt: z.string().nullable(),
  /** null before it is signed, and where it was signed before signatures said more than a name */
  signature: signature.nullable(),
  amendments: z.array(amendment),
  version,
});
export type Report = z.infer<typeof report>;

/** A report with what is known of its paper. */
const shownReport = report.extend({
  paper: keptPaper.nullable(),
  /** characters that no shipped font can print; empty once it is signed */
  unprintable: z.array(z.string()),
});
export type ShownReport = z.infer<typeof shownReport>;

export const reportsEndpoints = {
  draftReport: endpoint({
    method: 'POST',
    path: '/api/jobs/:id/reports',
    summary: 'Draw up the report of a job; as long as it is a draft it follows the job',
    roles: DESK,
    params: idParams,
    body: z.object({ id }),
    answer: shownReport,
  }),
  readReport: endpoint({
    method: 'GET',
    path: '/api/reports/:id',
    summary: 'A report',
    roles: EVERYONE,
    params: idParams,
    answer: shownReport,
  }),
  signReport: endpoint({
    method: 'POST',
    path: '/api/reports/:id/signature',
    summary: 'Sign a report as oneself, or let the customer draw a signature; it is frozen from then on',
    roles: DESK,
    params: idParams,
    body: z
      .object({
        version,
        signer: z.enum(SIGNERS).default('self'),
        /** the customer's; oneself signs by the name of one's account */
        name: text(120).optional(),
        how: z.enum(SIGNED_HERE).default('typed'),
        strokes: strokes.optional(),
      })
      .superRefine((body, found) => {
        const say = (path: string, message: string) => found.addIssue({ code: 'custom', path: [path], message });
        if (body.signer === 'customer' && body.name === undefined) say('name', 'is missing; type who signs');
        if (body.signer === 'customer' && body.how !== 'drawn') say('how', 'must be drawn by the customer');
        if (body.how === 'drawn' && !isDrawn(body.strokes ?? [])) say('strokes', 'are missing; draw the signature');
      }),
    answer: shownReport,
  }),
  amendReport: endpoint({
    method: 'POST',
    path: '/api/reports/:id/amendments',
    summary: 'Add an amendment to a signed report',
    roles: DESK,
    params: idParams,
    body: amendmentFields,
    answer: shownReport,
  }),
  reportPaper: endpoint({
    method: 'GET',
    path: '/api/reports/:id/paper.pdf',
    summary: 'The report as a PDF',
    roles: EVERYONE,
    params: idParams,
    file: 'application/pdf',
  }),
};
