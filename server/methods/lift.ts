import { EFFECTIVENESS } from '../../core/assumptions.ts';
import type { MethodPlan } from '../../core/methods/choose.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { takenOff } from '../../core/soiling/takenOff.ts';
import { type Climate, type ClimateKey, climateOf } from '../../core/weather/index.ts';
import { lifter, type StoredRow } from '../storage/lift.ts';

type OldMethod = Omit<MethodPlan, 'minutesBecause' | 'litresPerModule'> & {
  minutesBecause?: string;
  litresPerModule?: number;
  takesOff?: number;
};
interface OldPlan {
  arrays: { method: OldMethod; recommended?: OldMethod }[];
  assumed?: unknown;
  questions?: unknown;
  saves?: unknown;
  beyondFirst?: unknown;
}

/** Calculations 1 to 4 did not say where the minutes come from, 1 to 6 no litres, 1 to 7 no ways. */
const withWork = (method: OldMethod): MethodPlan => ({
  ...method,
  minutesBecause: method.minutesBecause ?? '',
  litresPerModule: method.litresPerModule ?? null,
  ways: [method.method.choose],
});

/**
 * Plans of older calculations in the newest shape: one step a version. Their numbers stay; the ways that they used are told
 * by what they chose, and what a calculation did not have yet is said not to be there.
 */
const STEPS: Record<number, (row: StoredRow) => StoredRow> = {
  7: (row) => {
    const output = row.output as OldPlan;
    const input = row.input as { arrays: { year?: { climate: ClimateKey | Climate } }[] };
    const climate = input.arrays[0]?.year?.climate;
    return {
      ...row,
      output: {
        ...output,
        arrays: output.arrays.map(({ method, recommended, ...array }) => {
          const ways = [method.method.choose];
          return {
            ...array,
            method: withWork(method),
            recommended: withWork(recommended ?? method),
            effectiveness: takenOff(ways, EFFECTIVENESS),
            takesOff: method.takesOff ?? EFFECTIVENESS[method.method.choose].loose,
          };
        }),
        assumed: output.assumed ?? [],
        questions: output.questions ?? [],
        saves: output.saves ?? null,
        beyondFirst: output.beyondFirst ?? null,
        climate: climate === undefined ? '' : climateOf(climate).name,
        figures: 0,
      },
    };
  },
};

/** A stored plan in the newest shape. */
export const lifted = lifter(STEPS, 7, Number(CALCULATION_VERSION));
