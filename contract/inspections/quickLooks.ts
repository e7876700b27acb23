import { z } from 'zod';
import { CALL_ANSWERS } from '../../core/letters/states.ts';
import { CALL_ACCESS, type QuickLook as QuickLookOutput, SEEN } from '../../core/reckoning/quickLook.ts';
import type { Units } from '../../core/units/quantities.ts';
import { computed, id, idParams, note, pageOf, pageQuery, price, text, yesNo } from '../common.ts';
import { latitude, longitude } from '../compute/parts.ts';
import { DESK, endpoint } from '../endpoint.ts';
import { arrayFields, siteFields } from '../sites/endpoints.ts';

/** What can be asked on the telephone in under a minute. */
export const quickLookFields = z.object({
  caller: z.object({ name: text(120), phone: note(40), place: note(200) }),
  modules: z.number().int().min(1).max(20_000),
  /** degrees */
  tilt: z.number().min(0).max(90),
  storeys: arrayFields.shape.storeys,
  /** how the panels can be come by, as the caller says */
  access: z.enum(CALL_ACCESS).default('ground'),
  /** null where nobody has ever washed it */
  monthsSinceCleaned: z.number().min(0).max(600).nullable(),
  seen: z.array(z.enum(SEEN)).max(SEEN.length),
  surroundings: siteFields.shape.surroundings,
  birds: arrayFields.shape.birds,
  climate: siteFields.shape.climate,
  /** null where the caller's place is not known so exactly: that of the company's first site is taken, and said so */
  latitude: latitude.nullable().default(null),
  longitude: longitude.nullable().default(null),
  altitude: siteFields.shape.altitude,
  /** minor units for a megawatt-hour, and the share used on the spot */
  energyBought: price,
  energySold: price,
  ownUse: siteFields.shape.ownUse,
  travelKm: siteFields.shape.travelKm,
  travelMinutes: siteFields.shape.travelMinutes,
});

export const quickLook = z.object({
  id,
  at: z.string(),
  by: z.string(),
  calculationVersion: z.string(),
  fields: quickLookFields,
  output: computed<QuickLookOutput>(),
  /** the site that was made of it; null while it waits */
  siteId: id.nullable(),
  /** the caller's private link, what became of it and what was answered; null where none was made */
  link: z
    .object({
      madeAt: z.string(),
      expiresAt: z.string(),
      openedAt: z.string().nullable(),
      answer: z.enum(CALL_ANSWERS).nullable(),
      said: z.string(),
    })
    .nullable(),
});
export type QuickLook = z.infer<typeof quickLook>;
/** What a caller reads behind the link: a range, and no offer. */
export const callLetter = z.object({
  firm: z.string(),
  currency: z.string(),
  units: computed<Units>(),
  at: z.string(),
  expiresAt: z.string(),
  fields: quickLookFields.pick({ caller: true, modules: true }),
  output: quickLook.shape.output,
  answer: z.enum(CALL_ANSWERS).nullable(),
});
export type CallLetter = z.infer<typeof callLetter>;

export type QuickLookFields = z.infer<typeof quickLookFields>;

const callParams = z.object({ token: z.string().min(20).max(100) });

export const quickLookEndpoints = {
  takeQuickLook: endpoint({
    method: 'POST',
    path: '/api/quick-looks',
    summary: 'Work out a range for a caller, and keep the call',
    roles: DESK,
    body: quickLookFields.extend({ id }),
    answer: quickLook,
  }),
  listQuickLooks: endpoint({
    method: 'GET',
    path: '/api/quick-looks',
    summary: 'Calls, last first; those that no site was made of yet, where that is asked',
    roles: DESK,
    query: pageQuery.extend({ open: yesNo.optional() }),
    answer: pageOf(quickLook),
  }),
  makeCallLink: endpoint({
    method: 'POST',
    path: '/api/quick-looks/:id/link',
    summary:
      'Make a private link to what a caller was told; it leaves the server once, in this answer, and takes the place of the one before',
    roles: DESK,
    params: idParams,
    body: z.object({}),
    answer: z.object({ token: z.string(), expiresAt: z.string() }),
  }),
  readCall: endpoint({
    method: 'GET',
    path: '/api/calls/by-link/:token',
    summary: 'What a caller was told',
    roles: 'public',
    params: callParams,
    answer: callLetter,
  }),
  noteCallRead: endpoint({
    method: 'POST',
    path: '/api/calls/by-link/:token/reading',
    summary: 'Note that somebody reads the estimate; their page says so at the first touch, key or scroll',
    roles: 'public',
    params: callParams,
    body: z.object({}),
  }),
  answerCall: endpoint({
    method: 'POST',
    path: '/api/calls/by-link/:token/answer',
    summary: 'Say whether somebody is to come and look',
    roles: 'public',
    params: callParams,
    body: z.object({ answer: z.enum(CALL_ANSWERS), said: note(500) }),
    answer: callLetter,
  }),
  settleQuickLook: endpoint({
    method: 'POST',
    path: '/api/quick-looks/:id/site',
    summary: 'Say which site was made of a call',
    roles: DESK,
    params: idParams,
    body: z.object({ siteId: id }),
    answer: quickLook,
  }),
};
