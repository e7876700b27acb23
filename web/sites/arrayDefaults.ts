import { USUAL_GAMMA_PDC, USUAL_MODULE_WATTS } from '../../core/assumptions.ts';
import { type ArrayFact, ASSUMABLE_OF_ARRAY, eaveOf } from '../../core/sites/assumed.ts';

/** What an array is taken to be until somebody says otherwise; how many modules it has, nobody can assume. */
export const ARRAY_DEFAULTS = {
  name: 'Roof',
  rows: '' as never as number,
  columns: '' as never as number,
  missing: [] as number[],
  orientation: 'portrait' as const,
  moduleWatts: USUAL_MODULE_WATTS,
  gammaPdc: USUAL_GAMMA_PDC,
  tilt: 20,
  azimuth: 0,
  mount: 'pitched-roof' as const,
  storeys: 1,
  eaveHeight: eaveOf('pitched-roof', 1),
  installedOn: null,
  inverterLimit: null,
  exportLimit: null,
  rearFraction: 0,
  birds: 'few' as const,
  assumed: [...ASSUMABLE_OF_ARRAY] as ArrayFact[],
};
