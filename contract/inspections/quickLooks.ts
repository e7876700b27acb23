import { z } from 'zod';
import { type QuickLook as QuickLookOutput, SEEN } from '../../core/reckoning/quickLook.ts';
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
});
export type QuickLook = z.infer<typeof quickLook>;
export type QuickLookFields = z.infer<typeof quickLookFields>;

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
