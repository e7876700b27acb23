/** What runs on a worker thread. Inputs and results are plain data. */

import { doubtsOf, type ResinContext, type ResinEntry, resinStanding } from '../../core/water/resinLog.ts';

export { energyFromCsv, rainFromCsv } from '../../contract/weather/files.ts';
export { gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
export { makePlan } from '../../core/methods/plan.ts';
export { quickLook } from '../../core/reckoning/quickLook.ts';
export { reckon } from '../../core/reckoning/reckon.ts';
export { renderPaper } from '../documents/render.ts';
export { readEpw } from './readEpw.ts';

interface Log {
  entries: readonly ResinEntry[];
  of: ResinContext;
}

/** Where the vessels stand by their log. */
export const standResin = ({ entries, of }: Log) => resinStanding(entries, of);

/** What of a reading is to be asked about. */
export const doubtReading = ({ entries, of, reading }: Log & { reading: Parameters<typeof doubtsOf>[1] }) =>
  doubtsOf(entries, reading, of);
