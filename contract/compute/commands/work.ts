import { optimalDays } from '../../../core/frequency/optimalDays.ts';
import { bestVisits } from '../../../core/frequency/visits.ts';
import { poleReach } from '../../../core/reach/reach.ts';
import { dryingMinutes } from '../../../core/schedule/drying.ts';
import { sprayLine } from '../../../core/spray/line.ts';
import { jetOnGlass } from '../../../core/water/jet.ts';
import { treatWater } from '../../../core/water/treatment.ts';
import { waterInput } from '../schemas.ts';
import { inSeries } from '../soiling.ts';
import { dryingInput, frequencyInput, jetInput, reachInput, sprayInput, visitsInput } from '../work.ts';
import { command } from './command.ts';

export const water = command(waterInput, treatWater);
export const drying = command(dryingInput, (input) => ({ minutes: dryingMinutes(input) }));
export const reach = command(reachInput, poleReach);
export const jet = command(jetInput, jetOnGlass);
export const frequency = command(frequencyInput, optimalDays);
export const visits = command(visitsInput, (input) =>
  bestVisits({ ...input, courses: input.courses.map((course) => ({ ...course, days: inSeries(course.days) })) }),
);
export const spray = command(sprayInput, sprayLine);
