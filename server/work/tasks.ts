/** What runs on a worker thread. Inputs and results are plain data. */

export { energyFromCsv, rainFromCsv } from '../../contract/weather/files.ts';
export { gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
export { quickLook } from '../../core/inspections/quickLook.ts';
export { makePlan } from '../../core/methods/plan.ts';
export { reckon } from '../../core/soiling/reckon.ts';
export { renderPaper } from '../documents/render.ts';
export { readEpw } from './readEpw.ts';
