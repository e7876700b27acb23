// The door of a worker thread: makes TypeScript readable there too, then hands over the tasks.
import { register } from 'tsx/esm/api';

register();
const tasks = await import('./tasks.ts');

export const reckon = tasks.reckon;
export const makePlan = tasks.makePlan;
export const cheaperBeside = tasks.cheaperBeside;
export const quickLook = tasks.quickLook;
export const renderPaper = tasks.renderPaper;
export const readEpw = tasks.readEpw;
export const rainFromCsv = tasks.rainFromCsv;
export const energyFromCsv = tasks.energyFromCsv;
export const gainFromDailyEnergy = tasks.gainFromDailyEnergy;
export const standResin = tasks.standResin;
export const doubtReading = tasks.doubtReading;
