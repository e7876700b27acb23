import { compare as compareReadings } from '../../../core/comparisons/compare.ts';
import { gainFromDailyEnergy } from '../../../core/comparisons/dailyEnergy.ts';
import { expectedOutput } from '../../../core/comparisons/expected.ts';
import { threeReadings as cleaningOrCooling } from '../../../core/comparisons/threeReadings.ts';
import { dailyEnergyInput } from '../energy.ts';
import { compareInput, expectedInput, threeReadingsInput } from '../schemas.ts';
import { command } from './command.ts';

export const compare = command(compareInput, compareReadings);
export const threeReadings = command(threeReadingsInput, cleaningOrCooling);
export const expected = command(expectedInput, expectedOutput);
export const dailyEnergy = command(dailyEnergyInput, gainFromDailyEnergy);
