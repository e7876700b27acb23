import { DEFAULT_INVERTER_EFFICIENCY, dcPower } from '../modules/output.ts';
import type { Reading } from './compare.ts';

export type WarningCode =
  | 'low-irradiance'
  | 'too-far-apart'
  | 'temperatures-differ'
  | 'above-sky'
  | 'at-limit'
  | 'shading'
  | 'wet-glass'
  | 'part-cleaned'
  | 'current-not-power';

export interface ReadingWarning {
  code: WarningCode;
  /** what is wrong and what to do about it, in one or two sentences */
  reason: string;
}

export interface ReadingContext {
  /** nameplate of what was read, W */
  pdc0?: number;
  /** 1/K */
  gammaPdc?: number;
  quantity: 'power' | 'current';
  /** AC limit of inverter, battery or export, W */
  limit?: number | null;
  /** battery full or export capped when the reading was taken */
  capped?: boolean;
  shading?: boolean;
  wet?: boolean;
}

export const LOWEST_IRRADIANCE = 500;
const NEAR_LIMIT = 0.98;
const ABOVE_SKY = 1.05;
const GREATEST_MINUTES_APART = 30;
const GREATEST_TEMPERATURE_DIFFERENCE = 10;

/** The AC limit as it shows at the side of the inverter that is read, W: before it, its losses come on top. */
export const limitAt = (limit: number | null, side: string | undefined): number | null =>
  limit !== null && side === 'dc' ? limit / DEFAULT_INVERTER_EFFICIENCY : limit;

/** What a single reading, as it is typed, has against it (C8). An empty list is no promise that it is right. */
export function readingWarnings(reading: Reading, context: ReadingContext): ReadingWarning[] {
  const warnings: ReadingWarning[] = [];
  if (reading.poaIrradiance < LOWEST_IRRADIANCE) {
    warnings.push({
      code: 'low-irradiance',
      reason: `Under ${LOWEST_IRRADIANCE} W/m² small errors grow large. Read again when the sun is higher or the cloud has gone.`,
    });
  }
  if (context.quantity === 'power' && context.pdc0 !== undefined) {
    const ceiling = dcPower(context.pdc0, context.gammaPdc ?? 0, reading.poaIrradiance, reading.tempModule);
    if (reading.value > ABOVE_SKY * ceiling) {
      warnings.push({
        code: 'above-sky',
        reason:
          'More than sky and nameplate allow, by over 5 %. Check the decimal mark, the unit, and that the sensor lies flat in the plane of the array and is clean.',
      });
    }
  }
  if (context.capped || (context.limit != null && reading.value >= NEAR_LIMIT * context.limit)) {
    warnings.push({
      code: 'at-limit',
      reason:
        'The inverter, a full battery or the export limit is holding the power down. Clean and dirty glass look alike here: read the current, or wait for less sun.',
    });
  }
  if (context.shading) {
    warnings.push({
      code: 'shading',
      reason: 'A shadow was noted. Step out of the light and wait until no shadow lies on any module.',
    });
  }
  if (context.wet) {
    warnings.push({
      code: 'wet-glass',
      reason: 'Wet glass is cold glass: part of what shows is cooling. Wait until it is dry and warm again.',
    });
  }
  return warnings;
}

export interface PairContext {
  minutesApart: number;
  hasControl: boolean;
  hasSensor: boolean;
  quantity: 'power' | 'current';
  /** share of the array that was cleaned, 0 to 1 */
  shareCleaned: number;
}

/** What a pair of readings has against it as a proof (C8). */
export function pairWarnings(before: Reading, after: Reading, context: PairContext): ReadingWarning[] {
  const warnings: ReadingWarning[] = [];
  if (context.minutesApart > GREATEST_MINUTES_APART && !context.hasControl && !context.hasSensor) {
    warnings.push({
      code: 'too-far-apart',
      reason: `Over ${GREATEST_MINUTES_APART} minutes apart with neither a control row nor a sensor: the sun has moved. Use either, or compare days of energy.`,
    });
  }
  if (Math.abs(after.tempModule - before.tempModule) > GREATEST_TEMPERATURE_DIFFERENCE) {
    warnings.push({
      code: 'temperatures-differ',
      reason: `Module temperatures over ${GREATEST_TEMPERATURE_DIFFERENCE} K apart: the correction carries too much. Read again when the glass is back at temperature.`,
    });
  }
  if (context.shareCleaned < 1) {
    warnings.push({
      code: 'part-cleaned',
      reason: `Only part of the array was cleaned (${Math.round(context.shareCleaned * 100)} % of its modules). The gain is that of the whole array as it now stands, not of every module.`,
    });
  }
  if (context.quantity === 'current') {
    warnings.push({
      code: 'current-not-power',
      reason: 'Short-circuit current does not see mismatch between cells. A gain in current is not a gain in power.',
    });
  }
  return warnings;
}
