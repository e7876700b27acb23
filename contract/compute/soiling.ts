import { z } from 'zod';
import type { LayeredDays } from '../../core/soiling/layered.ts';
import { fraction, notNegative, series, tilt } from './parts.ts';

export const day = z.number().int().min(0);
const cleaningDays = z.array(z.object({ day })).default([]);
export const effectiveness = z.object({ loose: fraction, bonded: fraction, droppings: fraction, lichen: fraction });

const rateModel = z.object({
  model: z.literal('rate'),
  rate: z.union([fraction, series(fraction)]),
  /** mm; null where rain never cleans */
  threshold: notNegative.nullable().default(6),
  gracePeriod: z.number().int().min(0).default(14),
  maxLoss: fraction.default(0.3),
  initialLoss: fraction.default(0),
  rain: series(notNegative),
  cleanings: cleaningDays,
});

const massModel = z.object({
  model: z.literal('mass'),
  surfaceTilt: tilt,
  threshold: notNegative.nullable().default(1),
  rain: series(notNegative),
  pm25: series(notNegative),
  pm10: series(notNegative),
  initialMass: notNegative.default(0),
  cleanings: cleaningDays,
});

/** The figures of the layered model; lichen is asked for where a model is run as it stands. */
export const layeredParameters = z.object({
  rainScale: z.number().gt(0).default(5),
  bondingPerDew: fraction.default(0.03),
  bondedRainFactor: fraction.default(0.1),
  droppingsRainFactor: fraction.default(0.15),
  lichenDensity: notNegative,
  lichenGrowth: notNegative.default(1),
  mismatch: notNegative,
  standingLoss: fraction.default(0),
  removalOdds: z.number().gt(0).default(1),
});

export const layeredState = z.object({
  loose: notNegative,
  bonded: notNegative,
  droppings: fraction,
  lichenRadius: notNegative,
});

export const layeredDay = z.object({
  rain: notNegative,
  dew: z.union([z.boolean(), fraction]).transform(Number),
  deposition: notNegative,
  droppings: fraction,
});

/** Days as rows, turned into one series for each of their values. */
export const inSeries = (days: readonly z.output<typeof layeredDay>[]): LayeredDays => ({
  rain: days.map(({ rain }) => rain),
  dew: days.map(({ dew }) => dew),
  deposition: days.map(({ deposition }) => deposition),
  droppings: days.map(({ droppings }) => droppings),
});

const layeredModel = z.object({
  model: z.literal('layered'),
  surfaceTilt: tilt,
  parameters: layeredParameters,
  initial: layeredState,
  days: series(layeredDay),
  cleanings: z.array(z.object({ day, effectiveness, share: fraction.optional() })).default([]),
});

type SoilingInput = z.output<typeof rateModel> | z.output<typeof massModel> | z.output<typeof layeredModel>;

/** Series of other lengths than the first, by name. */
function lengthsOf(model: SoilingInput): Record<string, number> {
  if (model.model === 'rate') return Array.isArray(model.rate) ? { rate: model.rate.length } : {};
  return model.model === 'mass' ? { pm25: model.pm25.length, pm10: model.pm10.length } : {};
}

export const soilingInput = z
  .discriminatedUnion('model', [rateModel, massModel, layeredModel])
  .superRefine((model, context) => {
    const days = model.model === 'layered' ? model.days.length : model.rain.length;
    for (const [name, length] of Object.entries(lengthsOf(model))) {
      if (length === days) continue;
      context.addIssue({ code: 'custom', path: [name], message: `must have as many days as rain (${days})` });
    }
    model.cleanings.forEach((cleaning, index) => {
      if (cleaning.day < days) return;
      const message = `must lie inside the series, 0 to ${days - 1}`;
      context.addIssue({ code: 'custom', path: ['cleanings', index, 'day'], message });
    });
  });
