/** What runs on a worker thread. Inputs and results are plain data. */

import { type CheaperInput, cheaperChoices, leftByPlan } from '../../core/cheaper/choices.ts';
import type { PlanOutput } from '../../core/planning/plan.ts';
import { doubtsOf, type ResinContext, type ResinEntry, resinStanding } from '../../core/water/resinLog.ts';
import type { Paper } from '../documents/render.ts';

export { energyFromCsv, rainFromCsv } from '../../contract/weather/files.ts';
export { gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
export { makePlan } from '../../core/planning/plan.ts';
export { quickLook } from '../../core/reckoning/quickLook.ts';
export { reckon } from '../../core/reckoning/reckon.ts';
export { readEpw } from './readEpw.ts';

/** A paper as PDF. What draws it is read only where one is drawn: a plan does not wait for it. */
export const renderPaper = async (paper: Paper): Promise<Uint8Array> =>
  (await import('../documents/render.ts')).renderPaper(paper);

/** What may stand in the place of the wash of a plan, and what that wash leaves. */
export const cheaperBeside = ({ asked, output }: { asked: CheaperInput; output: PlanOutput }) => ({
  choices: cheaperChoices(asked, output),
  leaves: leftByPlan(output),
});

interface Log {
  entries: readonly ResinEntry[];
  of: ResinContext;
}

/** Where the vessels stand by their log. */
export const standResin = ({ entries, of }: Log) => resinStanding(entries, of);

/** What of a reading is to be asked about. */
export const doubtReading = ({ entries, of, reading }: Log & { reading: Parameters<typeof doubtsOf>[1] }) =>
  doubtsOf(entries, reading, of);
