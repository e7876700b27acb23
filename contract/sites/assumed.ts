import { z } from 'zod';
import { ASSUMABLE_OF_ARRAY, ASSUMABLE_OF_SITE, type AssumedFact } from '../../core/sites/assumed.ts';
import { shapedAs } from '../shapedAs.ts';

/** Something that a figure rests on and nobody has said, measured or read. */
export const assumedFact = shapedAs<AssumedFact>()(
  z.object({
    key: z.enum([...ASSUMABLE_OF_SITE, ...ASSUMABLE_OF_ARRAY, 'conductivity']),
    of: z.string().optional(),
    value: z.union([z.number(), z.string()]),
    kind: z.string().optional(),
  }),
);
