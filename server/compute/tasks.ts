/** What runs on a worker thread. Inputs and results are plain data. */

export { energyFromCsv, rainFromCsv } from '../../contract/weather/files.ts';
export { gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
export { makePlan } from '../../core/methods/plan.ts';
export { quickLook } from '../../core/reckoning/quickLook.ts';
export { reckon } from '../../core/reckoning/reckon.ts';
export { renderPaper } from '../documents/render.ts';
export { readEpw } from './readEpw.ts';
