import { z } from 'zod';
import { fraction, notNegative, positive } from './parts.ts';

const count = z.number().int().min(1);

const diodeModule = z
  .object({
    cells: count.max(10_000),
    substrings: count.max(1000),
    halfCut: z.boolean().default(false),
    iL: positive.max(1000),
    i0: positive.max(1),
    rs: notNegative.max(1000),
    rsh: positive,
    a: positive.max(1000),
    bypassDrop: notNegative.max(100).default(0.5),
  })
  .superRefine(({ cells, substrings, halfCut }, context) => {
    const parts = substrings * (halfCut ? 2 : 1);
    if (cells % parts === 0) return;
    const message = `must be divisible by ${halfCut ? 'twice the substrings' : 'substrings'} (${parts})`;
    context.addIssue({ code: 'custom', path: ['cells'], message });
  });

export const stringInput = z
  .object({
    module: diodeModule,
    moduleCount: count.max(10_000),
    film: fraction,
    patches: z
      .array(z.object({ module: z.number().int().min(0), cell: z.number().int().min(0), transmittance: fraction }))
      .max(100_000),
  })
  .superRefine(({ module, moduleCount, patches }, context) => {
    patches.forEach((patch, index) => {
      const limits = { module: moduleCount, cell: module.cells };
      for (const field of ['module', 'cell'] as const) {
        if (patch[field] < limits[field]) continue;
        const message = `must be one of 0 to ${limits[field] - 1}`;
        context.addIssue({ code: 'custom', path: ['patches', index, field], message });
      }
    });
  });
