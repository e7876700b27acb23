import { z } from 'zod';
import { CHECKLIST_WHEN, type Checklist } from '../../core/kit/checklists.ts';
import { KIT_KINDS } from '../../core/kit/things.ts';
import { id, idParams, text } from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { shapedAs } from '../shapedAs.ts';

const PICTURE = /^data:image\/(jpeg|png|webp);base64,[A-Za-z0-9+/]+=*$/;

export const checklistStep = z.object({
  text: text(300),
  /** what to do where the answer is no: the step is a stop then */
  otherwise: text(300).nullable().default(null),
  picture: z
    .string()
    .max(80_000, 'is too large: under 60 kB')
    .regex(PICTURE, 'must be a JPEG, PNG or WebP')
    .nullable()
    .default(null),
});

export const checklistFields = z.object({
  name: text(80),
  when: z.enum(CHECKLIST_WHEN),
  kinds: z.array(z.enum(KIT_KINDS)).min(1, 'must name at least one kind of kit').max(KIT_KINDS.length),
  inUse: z.boolean().default(true),
  steps: z.array(checklistStep).min(1, 'must have at least one step').max(40),
});

const checklist = shapedAs<Checklist & { version: number; at: string | null; by: string | null }>()(
  checklistFields.extend({
    id,
    version: z.number().int(),
    /** null where it is as it came with the product */
    at: z.string().nullable(),
    by: z.string().nullable(),
  }),
);

export const checklistsView = z.object({ lists: z.array(checklist) });
export type ChecklistsView = z.infer<typeof checklistsView>;

export const checklistEndpoints = {
  readChecklists: endpoint({
    method: 'GET',
    path: '/api/checklists',
    summary: 'The checklists of machines, each as it stands now',
    roles: EVERYONE,
    answer: checklistsView,
  }),
  saveChecklist: endpoint({
    method: 'PUT',
    path: '/api/checklists/:id',
    summary:
      'Write a checklist: a new version of it, by which jobs are booked from now on; jobs that are booked keep theirs',
    roles: DESK,
    params: idParams,
    body: checklistFields.extend({
      /** of this version, so that a retry makes none twice */
      id,
      /** the version that was seen; 0 for one that is new or as it came */
      version: z.number().int().min(0).max(2_000_000_000),
    }),
    answer: checklistsView,
  }),
};
