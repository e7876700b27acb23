import { z } from 'zod';
import { SCALES } from '../../core/assimilation/calibration.ts';
import { FACTORS } from '../../core/assimilation/factors.ts';
import { OBSERVATIONS } from '../../core/assimilation/observed.ts';
import { CLEAN_GLASS } from '../../core/soiling/layered.ts';
import { fraction, notNegative, positive, tilt } from './parts.ts';
import { day, effectiveness, layeredDay, layeredParameters, layeredState } from './soiling.ts';

/** Ten years of days, and as much evidence as anybody has. */
const MOST_DAYS = 3660;
const MOST_OBSERVATIONS = 5000;

/** A factor's logarithm, beyond which nothing on a roof lies. */
const logarithm = z.number().min(-20).max(20);
const spread = z.number().min(0).max(10);
const perFactor = <T extends z.ZodType>(item: T) =>
  z
    .partialRecord(z.enum(FACTORS), item)
    .optional()
    .transform((given) => given ?? {});

const VALUES: Record<(typeof OBSERVATIONS)[number], z.ZodType<number>> = {
  film: notNegative,
  cover: fraction,
  loss: z.number().min(-1).max(1),
  bonded: fraction,
  gain: positive,
  energy: logarithm,
};

export const assimilateInput = z
  .object({
    surfaceTilt: tilt,
    parameters: layeredParameters.extend({ lichenDensity: notNegative.default(0) }),
    initial: layeredState.default({ ...CLEAN_GLASS }),
    days: z.array(layeredDay).min(1).max(MOST_DAYS),
    cleanings: z
      .array(z.object({ day, effectiveness, share: fraction.optional() }))
      .max(MOST_DAYS)
      .default([]),
    observations: z
      .array(z.object({ kind: z.enum(OBSERVATIONS), day, value: z.number(), sigma: z.number().min(1e-6).max(100) }))
      .max(MOST_OBSERVATIONS),
    prior: perFactor(spread),
    priorMean: perFactor(logarithm),
    members: z.number().int().min(1).max(2000).optional(),
    seed: z.number().int().min(0).max(4294967295).optional(),
  })
  .superRefine(({ days, cleanings, observations }, context) => {
    const say = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const washed = new Set(cleanings.map((cleaning) => cleaning.day));
    const inside = `must lie inside the days, 0 to ${days.length - 1}`;
    cleanings.forEach((cleaning, at) => {
      if (cleaning.day >= days.length) say(['cleanings', at, 'day'], inside);
    });
    observations.forEach(({ kind, day: on, value }, at) => {
      if (on >= days.length) say(['observations', at, 'day'], inside);
      else if (kind === 'gain' && !washed.has(on)) say(['observations', at, 'day'], 'must be the day of a cleaning');
      const found = VALUES[kind].safeParse(value);
      if (!found.success) say(['observations', at, 'value'], found.error.issues[0]?.message ?? 'is not valid');
    });
  });

const figure = z.object({ value: z.number().min(-1e9).max(1e9), sd: z.number().min(1e-6).max(1e6) });

export const calibrateInput = z
  .object({
    scale: z.enum(SCALES),
    house: figure,
    between: z.number().min(0).max(1e6).default(0),
    data: z.array(figure).max(10_000),
  })
  .superRefine(({ scale, house, data }, context) => {
    const allowed = (value: number) => scale === 'identity' || (scale === 'log' ? value > 0 : value > 0 && value < 1);
    const message = scale === 'log' ? 'must be above 0 on this scale' : 'must lie between 0 and 1 on this scale';
    const say = (path: (string | number)[]) => context.addIssue({ code: 'custom', path, message });
    if (!allowed(house.value)) say(['house', 'value']);
    data.forEach(({ value }, at) => {
      if (!allowed(value)) say(['data', at, 'value']);
    });
  });
