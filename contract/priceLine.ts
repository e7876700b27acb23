import { z } from 'zod';
import { LINE_KEYS, LINE_UNITS, type LineLabel } from '../core/quotes/lines.ts';
import { money } from './common.ts';
import { said } from './findings.ts';

/** A line of a price, as a plan computes it and a quote carries it on. */
export const priceLine = z.object({
  key: z.enum(LINE_KEYS),
  label: said<LineLabel>(),
  quantity: z.number(),
  unit: z.enum(LINE_UNITS),
  amount: money,
  taxRate: z.number(),
});

/** What a price comes to: before tax, the tax by rate, and both together; minor units. */
export const priceTotals = z.object({ net: money, tax: money, gross: money });
export const taxPart = z.object({ rate: z.number(), net: money, tax: money });
