import { z } from 'zod';
import { QUANTITIES } from '../../core/comparisons/compare.ts';
import {
  azimuth,
  fraction,
  insideFraction,
  instant,
  latitude,
  longitude,
  notNegative,
  positive,
  series,
  temperature,
  tilt,
} from './parts.ts';

export const sunInput = z.object({ latitude, longitude, times: series(instant) });

export const irradianceInput = z.object({
  latitude,
  longitude,
  altitude: z.number().min(-500).max(9000),
  linkeTurbidity: z.union([z.number().min(1).max(20), z.array(z.number().min(1).max(20)).length(12)]),
  surfaceTilt: tilt,
  surfaceAzimuth: azimuth,
  albedo: fraction.default(0.2),
  times: series(instant),
});

export const outputInput = z.object({
  pdc0: notNegative,
  gammaPdc: z.number().min(-1).max(1),
  pacRated: notNegative.nullish().transform((limit) => limit ?? undefined),
  inverterEfficiency: fraction.default(0.96),
  rows: series(
    z.object({
      poaGlobal: notNegative,
      tempAir: temperature,
      windSpeed: notNegative,
      soilingRatio: fraction.default(1),
    }),
  ),
});

const reading = z.object({ value: positive, poaIrradiance: positive, tempModule: temperature });
const controlReading = z.object({ value: positive, poaIrradiance: positive.optional(), tempModule: temperature });

export const compareInput = z
  .object({
    quantity: z.enum(QUANTITIES),
    temperatureCoefficient: z.number().min(-1).max(1),
    before: reading,
    after: reading.extend({ value: notNegative }),
    control: z
      .object({ before: controlReading, after: controlReading })
      .nullish()
      .transform((value) => value ?? undefined),
    uncertainty: z
      .object({
        repeatability: notNegative.default(0.005),
        irradianceRatio: notNegative.default(0.007),
        temperature: notNegative.default(1),
      })
      .optional(),
  })
  .superRefine((input, context) => {
    const readings = {
      before: input.before,
      after: input.after,
      'control.before': input.control?.before,
      'control.after': input.control?.after,
    };
    for (const [path, item] of Object.entries(readings)) {
      if (item && 1 + input.temperatureCoefficient * (item.tempModule - 25) <= 0) {
        context.addIssue({
          code: 'custom',
          path: [...path.split('.'), 'tempModule'],
          message: 'is beyond what the temperature coefficient can correct',
        });
      }
    }
  });

export const expectedInput = z
  .object({
    pdc0: positive,
    gammaPdc: z.number().min(-1).max(1),
    poaGlobal: positive,
    tempModule: temperature,
    ageYears: notNegative,
    degradationPerYear: z.number().min(0).lt(1),
    measured: notNegative,
    uncertainty: z.object({
      repeatability: notNegative,
      irradiance: notNegative,
      temperature: notNegative,
      nameplate: notNegative,
      degradation: notNegative,
    }),
  })
  .refine((input) => 1 + input.gammaPdc * (input.tempModule - 25) > 0, {
    path: ['tempModule'],
    message: 'is beyond what the temperature coefficient can correct',
  });

export const waterInput = z.object({
  conductivity: notNegative,
  targetConductivity: notNegative,
  carbonDioxide: notNegative.default(5),
  waterTemperature: z.number().gt(-273.15).max(1000),
  filmThickness: notNegative.default(0.1),
  resin: z
    .object({ litres: notNegative, capacity: notNegative.default(28000), utilisation: fraction })
    .nullish()
    .transform((value) => value ?? undefined),
  osmosis: z
    .object({ rejection: insideFraction, recovery: insideFraction, permeateFlow25: notNegative })
    .nullish()
    .transform((value) => value ?? undefined),
});

const minuteReading = z.object({ value: positive, poaIrradiance: positive });
export const threeReadingsInput = z.object({
  dryDirty: minuteReading,
  wetDirty: minuteReading,
  wetClean: minuteReading.extend({ value: notNegative }),
});
