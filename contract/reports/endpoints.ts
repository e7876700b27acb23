import { z } from 'zod';
import type { CompareInput, Comparison } from '../../core/comparisons/compare.ts';
import type { ReadingWarning } from '../../core/comparisons/warnings.ts';
import type { ModuleMark } from '../../core/jobs/progress.ts';
import type { Reason } from '../../core/reasons.ts';
import { computed, id, idParams, text, version } from '../common.ts';
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
  /** left out on reports that were drawn up before all three were kept */
  reasons?: Record<'gain' | 'loss' | 'uncertainty', Reason> | null;
  defects: { kind: string; module: number; severity: string; note: string }[];
  photos: Photo[];
}

export interface ReportContent {
  site: string;
  customer: string;
  place: string;
  washedOn: string;
  arrays: ArrayProof[];
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
  amendments: z.array(amendment),
  version,
});
export type Report = z.infer<typeof report>;

export const reportsEndpoints = {
  draftReport: endpoint({
    method: 'POST',
    path: '/api/jobs/:id/reports',
    summary: 'Draw up the report of a job; as long as it is a draft it follows the job',
    roles: DESK,
    params: idParams,
    body: z.object({ id }),
    answer: report,
  }),
  readReport: endpoint({
    method: 'GET',
    path: '/api/reports/:id',
    summary: 'A report',
    roles: EVERYONE,
    params: idParams,
    answer: report,
  }),
  signReport: endpoint({
    method: 'POST',
    path: '/api/reports/:id/signature',
    summary: 'Sign a report by name; it is frozen from then on',
    roles: DESK,
    params: idParams,
    body: z.object({ name: text(120), version }),
    answer: report,
  }),
  amendReport: endpoint({
    method: 'POST',
    path: '/api/reports/:id/amendments',
    summary: 'Add an amendment to a signed report',
    roles: DESK,
    params: idParams,
    body: amendmentFields,
    answer: report,
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
