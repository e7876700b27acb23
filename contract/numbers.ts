import { z } from 'zod';

/** Figures with their range, as results hold them. */
export const estimate = z.object({ low: z.number(), mid: z.number(), high: z.number() });
export const quantiles = z.object({ p10: z.number(), p50: z.number(), p90: z.number(), mean: z.number() });
