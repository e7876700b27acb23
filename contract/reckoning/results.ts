import { z } from 'zod';
import { EVIDENCE_KINDS, MEASUREMENTS, UNHEARD } from '../../core/assimilation/evidence.ts';
import { FACTORS } from '../../core/assimilation/factors.ts';
import { BIRDS, SURROUNDINGS } from '../../core/assumptions.ts';
import type { ReckoningOutput } from '../../core/reckoning/reckoning.ts';
import { SEASONS } from '../../core/weather/index.ts';
import { date } from '../common.ts';
import { reason, said } from '../findings.ts';
import { mark } from '../inspections/endpoints.ts';
import { estimate, quantiles } from '../numbers.ts';
import { shapedAs } from '../shapedAs.ts';
import { arrayFields } from '../sites/endpoints.ts';

/** What calculations answer, part by part. Numbers are SI, money is in minor units. */

const quantilesAndSd = z.object({
  mean: z.number(),
  sd: z.number(),
  p10: z.number(),
  p50: z.number(),
  p90: z.number(),
});
const moments = z.object({ mean: z.number(), sd: z.number() });

const layeredParameters = z.object({
  rainScale: z.number().optional(),
  bondingPerDew: z.number().optional(),
  bondedRainFactor: z.number().optional(),
  droppingsRainFactor: z.number().optional(),
  lichenDensity: z.number(),
  lichenGrowth: z.number().optional(),
  mismatch: z.number(),
  standingLoss: z.number().optional(),
  removalOdds: z.number().optional(),
});
const layeredState = z.object({
  loose: z.number(),
  bonded: z.number(),
  droppings: z.number(),
  lichenRadius: z.number(),
  standingLeft: z.number().optional(),
});

/** A climate that ships, by its key, or one that was made from a site's own files. */
const climate = z.union([z.string(), z.record(z.string(), z.unknown())]);

/** What is known of an array, sent through weather: what plan, visits and years ahead are made from. */
export const courseSetup = z.object({
  latitude: z.number(),
  longitude: z.number(),
  altitude: z.number(),
  climate,
  surfaceTilt: z.number(),
  surfaceAzimuth: z.number(),
  array: z.object({
    pdc0: z.number(),
    gammaPdc: z.number(),
    pacRated: z.number().optional(),
    inverterEfficiency: z.number().optional(),
  }),
  rearFraction: z.number().optional(),
  exposure: z.object({
    surroundings: z.enum(SURROUNDINGS),
    birds: z.enum(BIRDS),
    works: z.object({ from: z.number(), to: z.number(), surroundings: z.enum(SURROUNDINGS) }).optional(),
    pollen: z.boolean().optional(),
    seasons: z.partialRecord(z.enum(SEASONS), z.number()).optional(),
  }),
  members: z.array(
    z.object({
      course: z.number().int(),
      parameters: layeredParameters,
      initial: layeredState,
      dust: z.number(),
      droppings: z.number(),
    }),
  ),
  bondingPerDew: z.number().nullable(),
  lichenDensity: z.number(),
  puddleFactor: z.number(),
  puddlesDrained: z.number().optional(),
  orientation: arrayFields.shape.orientation,
  cells: arrayFields.shape.cells.unwrap(),
  startDay: z.number().int(),
  horizon: z.number().int(),
  seed: z.number().int(),
});

const item = z.object({
  key: z.string(),
  kind: z.enum(EVIDENCE_KINDS),
  recordId: z.string().nullable(),
  from: date,
  until: date,
  observations: z.array(z.number().int()),
  unheard: z.enum(UNHEARD).nullable(),
  says: estimate.nullable(),
  weight: z.number().nullable(),
  surprise: z.number().nullable(),
});

const known = z.object({
  expected: quantilesAndSd,
  loss: quantilesAndSd,
  parameters: z.object(
    Object.fromEntries(FACTORS.map((name) => [name, moments])) as Record<(typeof FACTORS)[number], typeof moments>,
  ),
  house: layeredParameters,
  evidence: z.array(item),
  taught: z.array(
    z.object({ key: z.string(), value: z.number(), sd: z.number(), recordId: z.string().nullable(), date }),
  ),
  course: z.array(z.object({ day: z.number(), p10: z.number(), p50: z.number(), p90: z.number() })),
  from: date,
  days: z.number().int(),
  observed: z.number().int(),
  washDays: z.array(z.number().int()),
  effective: z.number(),
});

const stringLoss = z.object({
  name: said(),
  modules: z.number(),
  inverter: z.string().optional(),
  areaLoss: z.number(),
  powerLoss: estimate,
  worst: z.object({ module: z.number(), gives: z.number() }).nullable(),
});

/** The newest shape of a reckoning; what was reckoned before is brought to it where it is read. */
const output = z.object({
  lossNow: estimate,
  known,
  courses: courseSetup,
  year: z.object({
    cleanEnergy: quantiles,
    lostEnergy: quantiles,
    lostShare: quantiles,
    recoverable: quantiles,
    limitShare: z.number(),
    curve: z.array(estimate.extend({ rain: z.number() })),
  }),
  lostValue: quantiles,
  valuePerKWh: z.number(),
  expectation: z
    .object({
      expected: z.number(),
      performance: z.number(),
      shortfall: z.number(),
      expandedUncertainty: z.number(),
      distinguishable: z.boolean(),
    })
    .nullable(),
  meterReason: reason.nullable(),
  warnings: z.array(said()),
  marked: z
    .object({
      strings: z.array(stringLoss),
      inverters: z.array(z.object({ name: z.string(), modules: z.number(), powerLoss: estimate })),
      areaLoss: z.number(),
      powerLoss: estimate,
      assumedStrings: z.boolean(),
      wiring: arrayFields.pick({
        rows: true,
        columns: true,
        missing: true,
        orientation: true,
        cells: true,
        electronics: true,
        strings: true,
      }),
      marks: z.array(mark),
    })
    .nullable(),
  narrowing: z.array(
    z.object({
      measurement: z.enum(MEASUREMENTS),
      sd: z.number(),
      minutes: z.number(),
      worth: z.number(),
      cost: z.number(),
      pays: z.boolean(),
    }),
  ),
  learned: z
    .object({ date, jobId: z.string(), expected: estimate.nullable(), measured: estimate, dust: estimate })
    .nullable(),
  lookOn: date.nullable(),
  reasons: z.object({
    lossNow: reason,
    lostEnergy: reason,
    lostValue: reason,
    limitShare: reason,
    recoverable: reason,
    cleanEnergy: reason,
  }),
  recommended: z.object({ lossNow: estimate, dust: z.number() }),
});

/** The schema is checked where it is read and shown in the API's description; its type is the calculation's own. */
export const reckoningOutput = shapedAs<ReckoningOutput>()(output);
