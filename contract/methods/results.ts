import { z } from 'zod';
import { CLEANING_METHODS } from '../../core/assumptions.ts';
import { FITTED_KINDS, FITTING_UNITS, WATER_STANDS } from '../../core/fittings/kinds.ts';
import type { PlanOutput } from '../../core/planning/plan.ts';
import { VERDICTS } from '../../core/quotes/verdict.ts';
import { ACCESS } from '../../core/reach/access.ts';
import { REFUSALS } from '../../core/rules/rules.ts';
import { RUNGS } from '../../core/rules/rungs.ts';
import { WATER_WAYS } from '../../core/water/plan.ts';
import { DRYING_KEYS } from '../../core/water/treatment.ts';
import { money } from '../common.ts';
import { reason, said } from '../findings.ts';
import { quantiles } from '../numbers.ts';
import { priceLine, priceTotals, taxPart } from '../priceLine.ts';
import { shapedAs } from '../shapedAs.ts';
import { assumedFact } from '../sites/assumed.ts';

/** What a plan answers. Numbers are SI, money is in minor units. */

const choice = <T extends z.ZodType>(chosen: T) => z.object({ choose: chosen, because: said() });

const method = z.object({
  method: choice(z.enum(CLEANING_METHODS)),
  brush: choice(said()),
  pole: choice(z.number()),
  access: choice(z.enum(ACCESS)),
  soakMinutes: choice(z.number()),
  escalation: z.array(
    z.object({
      rung: z.enum(RUNGS),
      use: z.boolean(),
      because: said(),
      caution: said(),
      /** null where it is for the whole face */
      modules: z.number().nullable(),
      conditions: z.array(z.object({ rule: z.enum(REFUSALS), met: z.boolean().nullable() })),
    }),
  ),
  minutesPerModule: z.number(),
  minutesBecause: said(),
  litresPerModule: z.number(),
  ways: z.array(z.enum(CLEANING_METHODS)),
});

export const effectiveness = z.object({
  loose: z.number(),
  bonded: z.number(),
  droppings: z.number(),
  lichen: z.number(),
});

const pricedVisit = priceTotals.extend({
  minutes: z.number(),
  lines: z.array(priceLine),
  taxes: z.array(taxPart),
});

const charge = z.object({ litresPerCharge: z.number().nullable() });

const water = z.object({
  litres: z.number(),
  conductivityLimit: z.number(),
  residueLimit: z.number(),
  treatment: z.object({
    resinOnly: charge.nullable(),
    osmosis: charge
      .extend({ permeateConductivity: z.number(), permeateFlow: z.number(), rejectPerLitre: z.number() })
      .nullable(),
    residueSource: z.number(),
    residueTarget: z.number(),
  }),
  options: z.array(
    z.object({
      way: z.enum(WATER_WAYS),
      conductivity: z.number(),
      residue: z.number(),
      meetsFinish: z.boolean(),
      cost: z.number(),
      drawn: z.number(),
      chargeUsed: z.number().nullable(),
      because: said(),
    }),
  ),
  recommended: z.enum(WATER_WAYS),
  recommendedBecause: said(),
  warnings: z.array(said()),
});

const visits = z.object({
  options: z.array(
    z.object({
      visits: z.number(),
      days: z.array(z.number()),
      lostEnergy: quantiles,
      savedEnergy: quantiles,
      savedOverOne: quantiles,
      lostValue: z.number(),
      cost: z.number(),
      total: z.number(),
    }),
  ),
  best: z.number(),
  breakEvenPrice: z.number(),
});

const low = z.object({ low: z.number(), mid: z.number(), high: z.number() });
const rows = z.array(z.number());
const fitting = z.object({
  kind: z.enum(FITTED_KINDS),
  stands: z.enum(WATER_STANDS),
  rows,
  control: rows,
  modules: z.number(),
  share: z.number(),
  already: z.number(),
  quantity: z.number(),
  unit: z.enum(FITTING_UNITS),
  minutes: z.number(),
  each: money,
  amount: money,
  access: money,
  stopped: z.boolean(),
  gross: money,
  changes: said().nullable(),
  worth: low,
  savedEnergy: low,
  life: z.number().nullable(),
  payback: z.number().nullable(),
  visits: z.object({ before: z.number(), after: z.number() }),
  verdict: z.enum(VERDICTS),
  questions: z.array(said()),
});
const fittings = z.object({
  faces: z.array(z.object({ arrayId: z.string(), name: z.string(), fittings: z.array(fitting) })),
  access: money,
  minutes: z.number(),
  net: money,
  tax: money,
  gross: money,
});

export const kitItem = z.object({ key: z.string(), label: said(), because: said() });

const output = z.object({
  arrays: z.array(
    z.object({
      arrayId: z.string(),
      name: z.string(),
      modules: z.number(),
      method,
      recommended: method,
      effectiveness,
      takesOff: z.number(),
      /** why no way can be used on it: it is left out of the visit */
      stopped: z.array(said()).nullable(),
    }),
  ),
  modules: z.number(),
  drying: z.enum(DRYING_KEYS),
  water,
  waterWay: z.enum(WATER_WAYS),
  waterCost: z.number(),
  visits,
  visitsChosen: z.number(),
  priced: pricedVisit,
  pricedInPlan: pricedVisit,
  /** what the lines of a price that follow from others go by */
  terms: z.object({ storeysAbove: z.number(), heavyShare: z.number() }),
  /** the visit with the spotless finish; null where that is planned anyway */
  spotless: z
    .object({
      priced: pricedVisit,
      pricedInPlan: pricedVisit,
      water: z.object({ limit: z.number(), litres: z.number(), way: z.enum(WATER_WAYS) }),
      kit: z.array(kitItem),
    })
    .nullable(),
  /** what a fortnight late or early costs, minor units; null where nothing is planned */
  slip: z.object({ late: z.number(), early: z.number() }).nullable(),
  /** of each course the price of a visit up to which it pays */
  worthUpTo: z.object({ one: z.array(z.number()), planned: z.array(z.number()) }),
  recoverable: quantiles,
  benefit: quantiles,
  usedShare: z.number(),
  /** what is fitted at the next visit, once; null where nothing is */
  fittings: fittings.nullable(),
  kit: z.array(kitItem),
  isolate: z.boolean(),
  assumed: z.array(assumedFact),
  questions: z.array(said()),
  saves: quantiles,
  beyondFirst: quantiles,
  climate: said(),
  figures: z.number(),
  reasons: z.object({
    litres: reason,
    residue: reason,
    visits: reason,
    minutes: reason,
    benefit: reason,
    recoverable: reason,
    planSaves: reason,
  }),
});

/** The schema is checked where it is read and shown in the API's description; its type is the calculation's own. */
export const planOutput = shapedAs<PlanOutput>()(output);
