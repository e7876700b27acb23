import { type Bare, bare, type Finding } from '../findings.ts';
import { dcPower } from '../modules/output.ts';
import type { QuantityKind } from '../units/quantities.ts';

/** What is being typed, as far as it is: SI, null where nothing is. */
export interface TypedReading {
  quantity: 'power' | 'current';
  value: number | null;
  poaIrradiance: number | null;
  tempModule: number | null;
}

export interface ReadWhere {
  /** nameplate of what is read, W at its own side of the inverter, and its coefficient, 1/K */
  pdc0: number;
  gammaPdc: number;
  /** W of one module, and strings side by side in what is read */
  moduleWatts: number;
  strings: number;
}

export type DoubtBecause =
  | Bare<'doubt-no-light' | 'doubt-cold-in-sun' | 'doubt-too-hot' | 'doubt-power'>
  /** W/m2 */
  | Finding<'doubt-too-bright', { most: number }>
  /** A of one string in this light */
  | Finding<'doubt-current', { ofString: number }>;

/** A number that can hardly be, with the one that was likely meant. */
export interface Doubt {
  field: 'value' | 'poaIrradiance' | 'tempModule';
  kind: QuantityKind;
  typed: number;
  /** SI; null where no slip of the decimal mark or the unit explains it */
  likely: number | null;
  because: DoubtBecause;
}

/** A doubt as a question, with what would fit. */
export type DoubtFinding = Finding<'doubt', Doubt>;
export const doubtFinding = (doubt: Doubt): DoubtFinding => ({ code: 'doubt', params: doubt });

/** Slips of the decimal mark and of the unit, likelier ones first. */
const SLIPS = [1000, 0.001, 10, 0.1, 100, 0.01];
const BRIGHTEST = 1400;
/** Above this the sun is full enough that a module is warm, W/m2 and Celsius. */
const FULL_SUN = 500;
const COLD_IN_SUN = 10;
const HOTTEST = 95;
/** Volts of a module near its short-circuit current: what its watts are divided by for the amperes of a string. */
const VOLTS_OF_MODULE = 30;

const meant = (typed: number, fits: (value: number) => boolean): number | null =>
  SLIPS.map((slip) => Number((typed * slip).toPrecision(12))).find(fits) ?? null;
const within = (low: number, high: number) => (value: number) => value >= low && value <= high;

/**
 * What of a reading can hardly be, while it is typed: kilowatts for watts, a decimal mark in the wrong place, a cold module
 * in full sun, more amperes than the strings have. An empty list is no promise that it is right.
 */
export function doubtsOf(reading: TypedReading, where: ReadWhere): Doubt[] {
  const { quantity, value, poaIrradiance, tempModule } = reading;
  const doubts: Doubt[] = [];
  if (poaIrradiance !== null && (poaIrradiance > BRIGHTEST || (poaIrradiance > 0 && poaIrradiance < 2)))
    doubts.push({
      field: 'poaIrradiance',
      kind: 'irradiance',
      typed: poaIrradiance,
      likely: meant(poaIrradiance, within(100, 1300)),
      because:
        poaIrradiance > BRIGHTEST ? { code: 'doubt-too-bright', params: { most: 1300 } } : bare('doubt-no-light'),
    });
  const light = doubts.length > 0 ? (doubts[0]?.likely ?? null) : poaIrradiance;
  if (tempModule !== null && light !== null && light >= FULL_SUN && tempModule < COLD_IN_SUN)
    doubts.push({
      field: 'tempModule',
      kind: 'temperature',
      typed: tempModule,
      likely: meant(tempModule, within(15, 80)),
      because: bare('doubt-cold-in-sun'),
    });
  if (tempModule !== null && tempModule > HOTTEST)
    doubts.push({
      field: 'tempModule',
      kind: 'temperature',
      typed: tempModule,
      likely: meant(tempModule, within(5, 80)),
      because: bare('doubt-too-hot'),
    });
  if (value === null || value <= 0 || light === null || light < 100) return doubts;
  if (quantity === 'power') {
    const sky = dcPower(where.pdc0, where.gammaPdc, light, Math.min(80, Math.max(0, tempModule ?? 45)));
    if (value > 1.3 * sky || value < 0.02 * sky)
      doubts.push({
        field: 'value',
        kind: 'power',
        typed: value,
        likely: meant(value, within(0.3 * sky, 1.15 * sky)),
        because: bare('doubt-power'),
      });
    return doubts;
  }
  const ofString = (where.moduleWatts / VOLTS_OF_MODULE) * (light / 1000);
  if (value > 1.3 * ofString * Math.max(1, where.strings) || value < 0.03 * ofString)
    doubts.push({
      field: 'value',
      kind: 'current',
      typed: value,
      likely: meant(value, within(0.3 * ofString, 1.25 * ofString)),
      because: { code: 'doubt-current', params: { ofString } },
    });
  return doubts;
}
