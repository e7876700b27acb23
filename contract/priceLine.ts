import { z } from 'zod';
import { LINE_KEYS, LINE_UNITS, type LineLabel } from '../core/quotes/price.ts';
import { money } from './common.ts';
import { said } from './findings.ts';

/** A line of a price, as a plan computes it and a quote carries it on. */
export const priceLine = z.object({
  key: z.enum(LINE_KEYS),
  label: said<LineLabel>(),
  quantity: z.number(),
  unit: z.enum(LINE_UNITS),
  amount: money,
});
