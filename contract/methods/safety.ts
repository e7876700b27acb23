import { z } from 'zod';
import { HAZARDS, KNOWN, type SafetyLacking, type SafetySheet } from '../../core/rules/safety.ts';
import { id, idParams, note } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';
import { said } from '../findings.ts';

export const safetyFields = z.object({
  competent: note(120),
  access: note(300),
  anchor: note(300),
  lines: z.enum(KNOWN).default('unknown'),
  linesWhere: note(200),
  brittle: z.enum(KNOWN).default('unknown'),
  brittleWhere: note(200),
  isolation: note(500),
  rescue: note(500),
  emergencyNumber: note(40),
  emergencyPlace: note(200),
  others: note(1000),
}) satisfies z.ZodType<SafetySheet>;

/** The sheet of a site with the hazards of the work there, and what has to be written down before anybody begins. */
export const safetyView = z.object({
  /** null where nobody has written one */
  sheet: safetyFields.nullable(),
  version: z.number().int(),
  at: z.string().nullable(),
  by: z.string().nullable(),
  hazards: z.array(z.enum(HAZARDS)),
  lacking: z.array(said<SafetyLacking>()),
  /** who is usually in charge, and the number, by the last sheet that was written anywhere */
  usual: z.object({ competent: z.string(), emergencyNumber: z.string() }),
});
export type SafetyView = z.infer<typeof safetyView>;

export const safetyEndpoints = {
  readSafety: endpoint({
    method: 'GET',
    path: '/api/sites/:id/safety',
    summary: 'The safety sheet of a site, with the hazards of the work there and what the sheet lacks',
    roles: EVERYONE,
    params: idParams,
    answer: safetyView,
  }),
  writeSafety: endpoint({
    method: 'PUT',
    path: '/api/sites/:id/safety',
    summary: 'Write the safety sheet of a site anew: the one before is kept',
    roles: EVERYONE,
    params: idParams,
    body: safetyFields.extend({
      /** of this version, so that a retry makes none twice */
      id,
      /** the version that was seen; 0 where there was none */
      version: z.number().int().min(0).max(2_000_000_000),
    }),
    answer: safetyView,
  }),
  safetyPaper: endpoint({
    method: 'GET',
    path: '/api/sites/:id/safety.pdf',
    summary: 'The safety sheet of a site on one page',
    roles: EVERYONE,
    params: idParams,
    file: 'application/pdf',
  }),
};
