import { CALIBRATION_DRIFT } from '../assumptions.ts';
import { COMPARE_UNCERTAINTY, type CompareUncertainty } from '../comparisons/compare.ts';
import type { ReadingWarning } from '../comparisons/warnings.ts';
import { daysBetween } from '../time/dates.ts';
import type { KitStanding } from './standing.ts';
import type { KitKind } from './things.ts';

/** Which instrument bears on which part of the uncertainty of before and after (C8). */
const BEARS_ON: Record<
  keyof CompareUncertainty,
  Extract<KitKind, 'power-meter' | 'irradiance-meter' | 'thermometer'>
> = {
  repeatability: 'power-meter',
  irradianceRatio: 'irradiance-meter',
  temperature: 'thermometer',
};

type InstrumentFinding = Extract<ReadingWarning, { code: 'instrument-overdue' }>;

export interface Instruments {
  /** in place of the house's, for what the register knows */
  uncertainty: Partial<CompareUncertainty>;
  findings: InstrumentFinding[];
}

/**
 * How exact the instruments of the register are on a day (standard uncertainties of C8). Past its calibration an instrument
 * may have drifted as far as the house assumes for each year; of several the one that is taken along counts.
 * @param taken ids of things that were taken along; where none is of a kind, the least exact that is usable counts
 */
export function instrumentsOn(things: readonly KitStanding[], taken: readonly string[], day: string): Instruments {
  const uncertainty: Partial<CompareUncertainty> = {};
  const findings: InstrumentFinding[] = [];
  for (const part of Object.keys(BEARS_ON) as (keyof CompareUncertainty)[]) {
    const usable = things.filter(({ kind, usable }) => kind === BEARS_ON[part] && usable);
    const drawn = usable.filter(({ id }) => taken.includes(id));
    const counted = (drawn.length > 0 ? drawn : usable).map((thing) => ({ thing, ...exactness(thing, part, day) }));
    const [worst] = counted.sort((one, other) => other.sigma - one.sigma);
    if (worst === undefined) continue;
    if (worst.known) uncertainty[part] = worst.sigma;
    if (worst.overdue) findings.push({ code: 'instrument-overdue', params: worst.overdue });
  }
  return { uncertainty, findings };
}

function exactness(
  { uncertainty, nextCalibration, name }: KitStanding,
  part: keyof CompareUncertainty,
  day: string,
): { sigma: number; known: boolean; overdue: InstrumentFinding['params'] | null } {
  const late = nextCalibration === null ? 0 : Math.max(0, daysBetween(nextCalibration, day) / 365.25);
  const own = uncertainty ?? COMPARE_UNCERTAINTY[part];
  return {
    sigma: Math.hypot(own, late * CALIBRATION_DRIFT[part]),
    known: uncertainty !== null || late > 0,
    overdue: late > 0 && nextCalibration !== null ? { name, on: nextCalibration } : null,
  };
}
