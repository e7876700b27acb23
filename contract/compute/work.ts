import { z } from 'zod';
import { fraction, notNegative, positive, series, temperature, tilt } from './parts.ts';

/** Schemas of the calculations about the work itself: drying, reach, jet, spray line, days of cleaning. */

export const dryingInput = z.object({
  filmThickness: notNegative,
  poaGlobal: notNegative,
  tempAir: z.number().gt(-200).max(1000),
  relativeHumidity: fraction,
  windSpeed: notNegative,
  tempGlass: temperature.optional(),
  rinse: z
    .object({ litresPerM2: notNegative, waterTemperature: temperature })
    .nullish()
    .transform((value) => value ?? undefined),
});

export const reachInput = z.object({
  eaveHeight: notNegative,
  overhang: notNegative,
  roofTilt: tilt,
  standOff: notNegative,
  handHeight: notNegative,
  slopeDistance: notNegative,
  poleMax: notNegative,
  neck: notNegative.default(0),
  clearance: notNegative.default(0.05),
});

export const jetInput = z.object({
  pressure: notNegative,
  flow: notNegative,
  distance: notNegative,
  fanAngle: z.number().gt(0).lt(180),
});

export const sprayInput = z.object({
  orifices: z.number().int().min(1).max(100_000),
  spacing: notNegative,
  orificeDiameter: positive,
  pipeDiameter: positive,
  dischargeCoefficient: positive.max(1).default(0.62),
  roughness: notNegative.default(1.5e-6),
  pump: z.object({ shutOffHead: notNegative, maxFlow: positive }),
  riser: z.object({ length: notNegative, diameter: positive }),
  lift: z.number(),
});

const YEAR = 365;
const year = <T extends z.ZodType>(item: T) => z.array(item).length(YEAR, `must have ${YEAR} days`);

export const frequencyInput = z.object({
  rate: z.union([fraction, year(fraction)]),
  threshold: notNegative,
  gracePeriod: z.number().int().min(0),
  maxLoss: fraction,
  cleaningCost: notNegative,
  rains: series(year(notNegative)).max(10_000),
  dailyValue: year(notNegative),
  maxCleans: z.number().int().min(0).max(YEAR),
  everyYears: z.array(z.number().int().min(2).max(100)).max(100).default([]),
});
