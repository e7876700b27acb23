import { compare } from '../comparisons/compare.ts';
import type { Proved } from '../reports/claims.ts';

export const READ_BEFORE = { value: 3200, poaIrradiance: 800, tempModule: 45 };

/** Twenty modules that gave 3200 W before the wash. @param after W after it, under the same sun */
export const exampleProved = (after: number, changes: Partial<Proved> = {}): Proved => ({
  quantity: 'power',
  comparison: compare({
    quantity: 'power',
    temperatureCoefficient: -0.0035,
    before: READ_BEFORE,
    after: { ...READ_BEFORE, value: after },
  }),
  missing: null,
  warnings: [],
  modules: 20,
  cleaned: 20,
  readWith: null,
  together: null,
  ...changes,
});
