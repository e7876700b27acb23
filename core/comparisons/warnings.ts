import { type Bare, bare, type Finding } from '../findings.ts';
import { DEFAULT_INVERTER_EFFICIENCY, dcPower } from '../modules/output.ts';
import type { Reading } from './compare.ts';

/**
 * What a reading or a pair of readings has against it: irradiance W/m2, minutes, kelvin, shares.
 */
export type ReadingWarning =
  | Finding<'low-irradiance', { least: number }>
  | Finding<'too-far-apart', { most: number }>
  | Finding<'temperatures-differ', { most: number }>
  | Bare<'above-sky' | 'at-limit' | 'shading' | 'wet-glass' | 'current-not-power'>
  | Finding<'part-cleaned', { share: number }>
  /** an instrument was past its calibration since a day: it counts for less */
  | Finding<'instrument-overdue', { name: string; on: string }>;
export type WarningCode = ReadingWarning['code'];

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
export const GREATEST_MINUTES_APART = 30;
export const GREATEST_TEMPERATURE_DIFFERENCE = 10;

/** The AC limit as it shows at the side of the inverter that is read, W: before it, its losses come on top. */
export const limitAt = (limit: number | null, side: string | undefined): number | null =>
  limit !== null && side === 'dc' ? limit / DEFAULT_INVERTER_EFFICIENCY : limit;

/** What a single reading, as it is typed, has against it (C8). An empty list is no promise that it is right. */
export function readingWarnings(reading: Reading, context: ReadingContext): ReadingWarning[] {
  const warnings: ReadingWarning[] = [];
  if (reading.poaIrradiance < LOWEST_IRRADIANCE) {
    warnings.push({ code: 'low-irradiance', params: { least: LOWEST_IRRADIANCE } });
  }
  if (context.quantity === 'power' && context.pdc0 !== undefined) {
    const ceiling = dcPower(context.pdc0, context.gammaPdc ?? 0, reading.poaIrradiance, reading.tempModule);
    if (reading.value > ABOVE_SKY * ceiling) {
      warnings.push(bare('above-sky'));
    }
  }
  if (context.capped || (context.limit != null && reading.value >= NEAR_LIMIT * context.limit)) {
    warnings.push(bare('at-limit'));
  }
  if (context.shading) {
    warnings.push(bare('shading'));
  }
  if (context.wet) {
    warnings.push(bare('wet-glass'));
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
    warnings.push({ code: 'too-far-apart', params: { most: GREATEST_MINUTES_APART } });
  }
  if (Math.abs(after.tempModule - before.tempModule) > GREATEST_TEMPERATURE_DIFFERENCE) {
    warnings.push({ code: 'temperatures-differ', params: { most: GREATEST_TEMPERATURE_DIFFERENCE } });
  }
  if (context.shareCleaned < 1) {
    warnings.push({ code: 'part-cleaned', params: { share: context.shareCleaned } });
  }
  if (context.quantity === 'current') {
    warnings.push(bare('current-not-power'));
  }
  return warnings;
}
