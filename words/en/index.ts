import type { Language } from '../language.ts';
import { cheaper } from './cheaper.ts';
import { comparisons } from './comparisons.ts';
import { fittings } from './fittings.ts';
import { jobs } from './jobs.ts';
import { kit } from './kit.ts';
import { methods } from './methods.ts';
import { quotes } from './quotes.ts';
import { reasons } from './reasons.ts';
import { reckoning } from './reckoning.ts';
import { reports } from './reports.ts';
import { safety } from './safety.ts';
import { sites } from './sites.ts';
import { soiling } from './soiling.ts';
import { spray } from './spray.ts';
import { water } from './water.ts';

/** English, as the trade speaks it. */
export const english: Language = {
  ...cheaper,
  ...comparisons,
  ...fittings,
  ...jobs,
  ...kit,
  ...methods,
  ...quotes,
  ...reasons,
  ...reckoning,
  ...reports,
  ...safety,
  ...sites,
  ...soiling,
  ...spray,
  ...water,
  written: ({ text }) => text,
  'by-hand': () => 'Set by hand; the reason stands beside it.',
};
