import { z } from 'zod';
import { fraction, notNegative, positive, series, temperature, tilt } from './parts.ts';
import { effectiveness, layeredDay, layeredParameters, layeredState } from './soiling.ts';

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
  threshold: notNegative.nullable(),
  gracePeriod: z.number().int().min(0),
  maxLoss: fraction,
  cleaningCost: notNegative,
  rains: series(year(notNegative)).max(10_000),
  dailyValue: year(notNegative),
  maxCleans: z.number().int().min(0).max(YEAR),
  everyYears: z.array(z.number().int().min(2).max(100)).max(100).default([]),
});

const course = z.object({
  parameters: layeredParameters,
  initial: layeredState,
  days: z.array(layeredDay).max(50 * YEAR),
});

export const visitsInput = z
  .object({
    surfaceTilt: tilt,
    effectiveness,
    cleaningCost: notNegative,
    dailyValue: year(notNegative),
    maxCleans: z.number().int().min(0).max(52),
    everyYears: z.array(z.number().int().min(2).max(50)).max(10).default([]),
    courses: z.array(course).min(1).max(1000),
  })
  .superRefine(({ courses, everyYears }, context) => {
    const say = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const length = courses[0]?.days.length ?? 0;
    courses.forEach(({ days }, at) => {
      if (days.length === 0 || days.length % YEAR !== 0)
        say(['courses', at, 'days'], `must be whole years of ${YEAR} days`);
      else if (days.length !== length)
        say(['courses', at, 'days'], `must be as many as those of the first (${length})`);
    });
    everyYears.forEach((every, at) => {
      if (every * YEAR > length)
        say(['everyYears', at], `must not be longer than the courses (${length / YEAR} years)`);
    });
  });
