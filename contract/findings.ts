import { z } from 'zod';
import type { Finding } from '../core/findings.ts';
import type { Reason } from '../core/reasons.ts';
import { shapedAs } from './shapedAs.ts';

/**
 * What the core found: a code with its parameters, which the words room says. Its type is that of the core, whose results
 * are the only ones that are stored.
 */
export const said = <F extends Finding<string, object> = Finding<string, object>>() =>
  z.object({ code: z.string(), params: z.record(z.string(), z.unknown()) }) as unknown as z.ZodType<F>;

/** Why a figure is what it is. */
export const reason = shapedAs<Reason>()(
  z.object({
    what: said(),
    kind: z.string(),
    value: z.number().nullable(),
    low: z.number().optional(),
    high: z.number().optional(),
    formula: said(),
    source: said(),
    assumption: z.boolean(),
    inputs: z.array(
      z.object({
        name: said(),
        value: z.union([z.number(), said()]).nullable(),
        kind: z.string().optional(),
        assumed: z.literal(true).optional(),
      }),
    ),
    drivers: z.array(z.object({ change: said(), becomes: z.number() })),
  }),
);
