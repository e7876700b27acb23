import type { z } from 'zod';
import { soilingByLayers } from '../../../core/soiling/layered.ts';
import { soilingByMass } from '../../../core/soiling/mass.ts';
import { soilingByRate } from '../../../core/soiling/rate.ts';
import { inSeries, soilingInput } from '../soiling.ts';
import { command } from './command.ts';

export const soiling = command(soilingInput, (model) => ({ days: soilingDays(model) }));

/** The days of a soiling model in the shape of the command. */
function soilingDays(model: z.output<typeof soilingInput>): unknown[] {
  if (model.model === 'rate') return soilingByRate(model).map((soilingRatio) => ({ soilingRatio }));
  if (model.model === 'mass') return soilingByMass(model);
  const { end: _end, ...course } = soilingByLayers({
    ...model,
    days: inSeries(model.days),
  });
  const names = Object.keys(course) as (keyof typeof course)[];
  return model.days.map((_, day) => Object.fromEntries(names.map((name) => [name, course[name][day]])));
}
