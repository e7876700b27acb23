import { calibrate as calibrated } from '../../../core/assimilation/calibration.ts';
import { assimilate as assimilated } from '../../../core/assimilation/posterior.ts';
import { assimilateInput, calibrateInput } from '../assimilation.ts';
import { inSeries } from '../soiling.ts';
import { command } from './command.ts';

export const assimilate = command(assimilateInput, (input) => assimilated({ ...input, days: inSeries(input.days) }));
export const calibrate = command(calibrateInput, calibrated);
