import { z } from 'zod';
import type { CompareInput, Comparison } from '../../core/comparisons/compare.ts';
import type { ReadingWarning } from '../../core/comparisons/warnings.ts';
import type { ModuleMark } from '../../core/jobs/progress.ts';
import type { Reason } from '../../core/reasons.ts';
import { isDrawn, SIGNATURE_WAYS, SIGNERS } from '../../core/reports/signature.ts';
import { computed, id, idParams, text, version } from '../common.ts';
import { keptPaper } from '../documents/papers.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { amendment, amendmentFields, type Photo } from '../inspections/endpoints.ts';

export interface ArrayProof {
  arrayId: string;
  name: string;
  modules: number;
  cleaned: number;
  marks: Record<ModuleMark | 'left', number>;
  quantity: 'power' | 'current' | null;
  comparison: Comparison | null;
  /** the input of the comparison, as `compute compare` takes it */
  input: CompareInput | null;
  /** the two readings that were compared, as they were typed */
  before: { value: number; poaIrradiance: number; tempModule: number } | null;
  after: { value: number; poaIrradiance: number; tempModule: number } | null;
  /** why there is no figure, where there is none */
  missing: string | null;
  warnings: ReadingWarning[];
  /** faces read together on one inverter, and the face under which this one was; left out where it was read alone */
  together?: { names: string[]; modules: number; cleaned: number };
  readWith?: string;
  /** left out on reports that were drawn up before all three were kept */
  reasons?: Record<'gain' | 'loss' | 'uncertainty', Reason> | null;
  defects: { kind: string; module: number; severity: string; note: string }[];
  photos: Photo[];
}

/** A drawn signature: lines of points in shares of the width of its field. */
const strokes = z
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

export interface ReportContent {
  /** left out on reports that were signed before the firm's name was kept in them */
  firm?: string;
  site: string;
  customer: string;
  place: string;
  washedOn: string;
  /** seconds by which a phone's clock was ahead at most, where one was off; its times are set right */
  clockGap?: number;
  arrays: ArrayProof[];
  /** the gain in power that the report claims, where it is one figure; left out on reports from before it was told apart */
  claim?: number | null;
  modules: number;
  cleaned: number;
  /** readings of the water on the glass */
  water: { conductivity: number; temperature: number; litres: number | null }[];
  waterLimit: number;
  /** steps that could not be done, with the reason that was given */
  notDone: { step: string; reason: string }[];
  /** date on which the plan would have the next look; null where no visit pays */
  nextDate: string | null;
  nextBecause: string;
}

export const report = z.object({
  id,
  jobId: id,
  siteId: id,
  state: z.enum(['draft', 'signed']),
  calculationVersion: z.string(),
  content: computed<ReportContent>(),
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
        how: z.enum(['typed', 'drawn']).default('typed'),
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
