import { z } from 'zod';
import { id, idParams, moment } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';

export const waterReadingFields = z.object({
  /** µS/cm */
  conductivity: z.number().min(0).max(20_000),
  /** Celsius */
  temperature: z.number().min(0).max(60),
  takenAt: moment,
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
