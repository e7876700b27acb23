import { z } from 'zod';
import { date } from '../common.ts';
import { azimuth, latitude, longitude, notNegative, positive, series, temperature, tilt } from './parts.ts';

/** A calendar date of the local solar day, within the years for which the sun's place is computed. */
const solarDate = date.refine((text) => text >= '1950' && text < '2101', 'must lie between 1950 and 2100');

const turbidity = z.number().min(1).max(20);

export const dailyEnergyInput = z
  .object({
    site: z.object({
      latitude,
      longitude,
      altitude: z.number().min(-500).max(9000),
      linkeTurbidity: z.union([turbidity, z.array(turbidity).length(12, 'must have 12 monthly values')]),
      surfaceTilt: tilt,
      surfaceAzimuth: azimuth,
      pdc0: positive,
      gammaPdc: z.number().min(-1).max(1),
      pacRated: positive.nullish().transform((value) => value ?? undefined),
      tempAir: z.array(temperature).length(12).optional(),
      rainThreshold: positive.default(6),
    }),
    days: series(
      z.object({
        date: solarDate,
        energy: notNegative.nullish().transform((value) => value ?? null),
        tempAir: temperature.nullish().transform((value) => value ?? undefined),
        windSpeed: notNegative.nullish().transform((value) => value ?? undefined),
        rain: notNegative.nullish().transform((value) => value ?? undefined),
        control: notNegative.nullish().transform((value) => value ?? undefined),
      }),
    ).max(20_000),
    cleanings: z.array(solarDate).max(1000),
  })
  .superRefine(({ days, cleanings }, context) => {
    const dates = new Set<string>();
    days.forEach(({ date }, index) => {
      if (dates.has(date))
        context.addIssue({ code: 'custom', path: ['days', index, 'date'], message: 'stands twice in the series' });
      dates.add(date);
    });
    const sorted = [...dates].sort();
    cleanings.forEach((date, index) => {
      if (date >= (sorted[0] ?? '') && date <= (sorted.at(-1) ?? '')) return;
      context.addIssue({ code: 'custom', path: ['cleanings', index], message: 'must lie inside the series of days' });
    });
  });
