import { z } from 'zod';
import { READ_SOURCES } from '../../core/water/plan.ts';
import { id, idParams, moment } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';

export const waterReadingFields = z.object({
  /** µS/cm */
  conductivity: z.number().min(0).max(20_000),
  /** Celsius */
  temperature: z.number().min(0).max(60),
  takenAt: moment,
  /** of which water; null: of the site's own */
  source: z.enum(READ_SOURCES).nullable().default(null),
  /** mg/L of lime, and of free chlorine, by a strip */
  hardness: z.number().min(0).max(5000).nullable().default(null),
  chlorine: z.number().min(0).max(50).nullable().default(null),
});
export const waterReading = waterReadingFields.extend({ id, siteId: id });

export const waterEndpoints = {
  addWaterReading: endpoint({
    method: 'POST',
    path: '/api/sites/:id/water-readings',
    summary: 'Record a reading of the water at a site',
    roles: EVERYONE,
    params: idParams,
    body: waterReadingFields.extend({ id }),
    answer: waterReading,
  }),
};
