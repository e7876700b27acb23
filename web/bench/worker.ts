import { expose } from 'comlink';
import type { Effectiveness } from '../../core/assumptions.ts';
import { type DailyEnergyInput, gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
import { bestFoundSchedule } from '../../core/frequency/layeredSchedule.ts';
import { onHalfCells } from '../../core/modules/cellLayout.ts';
import { type StringInput, stringCurve, stringPower } from '../../core/modules/string.ts';
import {
  type LayeredYearSetup,
  layeredYear,
  type PreparedYears,
  prepareYears,
} from '../../core/soiling/layeredYear.ts';

let prepared: { key: string; years: PreparedYears } | null = null;

/** The years of a setup, drawn once and kept as long as only the visits move. */
function yearsOf(setup: LayeredYearSetup): PreparedYears {
  const key = JSON.stringify(setup);
  if (prepared?.key !== key) prepared = { key, years: prepareYears(setup) };
  return prepared.years;
}

/** The same glass with half-cut cells. */
const halfCut = (input: StringInput): StringInput => ({
  ...input,
  module: { ...input.module, cells: 2 * input.module.cells, halfCut: true },
  patches: onHalfCells(input.module, input.patches),
});

/** What the benches compute, off the page's own thread. */
const bench = {
  patch: (input: StringInput) => ({ whole: stringPower(input), half: stringPower(halfCut(input)) }),
  curves: (input: StringInput) => ({
    clean: stringCurve({ ...input, film: 1, patches: [] }),
    soiled: stringCurve(input),
  }),
  energy: (input: DailyEnergyInput) => gainFromDailyEnergy(input),
  year: (setup: LayeredYearSetup, visits: number[], effectiveness: Effectiveness) => {
    const years = yearsOf(setup);
    return { year: layeredYear(years, visits, effectiveness), usualEnergy: years.usualEnergy };
  },
  bestDays: (
    setup: LayeredYearSetup,
    cleans: number,
    effectiveness: Effectiveness,
    onProgress: (share: number) => void,
  ): number[] => {
    const years = yearsOf(setup);
    const { days } = bestFoundSchedule(
      {
        surfaceTilt: setup.surfaceTilt,
        parameters: setup.parameters,
        courses: years.courses,
        dailyValue: years.usualEnergy,
        effectiveness,
        cleaningCost: 0,
      },
      cleans,
      (share) => {
        onProgress(share);
        return true;
      },
    );
    return days;
  },
};

export type Bench = typeof bench;
expose(bench);
