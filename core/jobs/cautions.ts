import { THERMAL_LIMIT } from '../schedule/coolWindow.ts';
import type { JobProgress } from './progress.ts';
import type { Caution, Step, StepKey } from './steps.ts';

/** Asked when a job goes on after a stop and the readings from before it are to stand. */
export const SKY: Caution = { key: 'sky' };

/** Steps that bring water onto the glass. */
const WETTING: readonly StepKey[] = ['rinse', 'brush', 'lip', 'escalate', 'final-rinse'];

/**
 * What a step asks, in order: its own cautions, and those of hazards that its work meets as well. Of the latter, those
 * that have been answered yes on an earlier step and stand are not asked again; whatever was left out, refused, or
 * answered before a stop, is.
 */
export function cautionsOf(step: Step, progress: JobProgress): Caution[] {
  const passed = progress.steps.find(({ key }) => key === step.key)?.passed ?? [];
  const met = (step.touches ?? []).filter(
    ({ key }) =>
      !step.cautions.some((own) => own.key === key) && (passed.includes(key) || progress.standing[key] !== true),
  );
  return [...(progress.skyAsked ? [SKY] : []), ...step.cautions, ...met];
}

/**
 * Cautions and checks of a step that have not been answered yes yet, in the order in which they are asked; a step cannot be
 * ended before this is empty.
 */
export function openCautions(step: Step, progress: JobProgress): string[] {
  const passed = new Set(progress.steps.find(({ key }) => key === step.key)?.passed);
  return [...cautionsOf(step, progress), ...(step.checks ?? [])]
    .map(({ key }) => key)
    .filter((key) => !passed.has(key));
}

/** Whether a caution or a check may be answered on a step at all. */
export const canAsk = (step: Step, caution: string): boolean =>
  [SKY, ...step.cautions, ...(step.touches ?? []), ...(step.checks ?? [])].some(({ key }) => key === caution);

/**
 * What holds a step whatever was answered: it follows from what is on record (Celsius), and from the clock (`until` is
 * ISO 8601).
 */
export type Held =
  | { by: 'temperatures'; glass: number; water: number }
  | { by: 'drying'; until: string; minutes: number };

/**
 * @param now ISO 8601
 * @returns null where nothing on record holds the step
 */
export function heldBy(step: Step, progress: JobProgress, now: string): Held | null {
  const { glass, waterTemperature } = progress;
  if (WETTING.includes(step.key) && !step.dry && glass !== null && waterTemperature !== null) {
    if (Math.abs(glass - waterTemperature) > THERMAL_LIMIT)
      return { by: 'temperatures', glass, water: waterTemperature };
  }
  const startedAt = progress.steps.find(({ key }) => key === step.key)?.startedAt;
  if (step.minutes) {
    // Who has not begun to wait has all of it to come.
    const until = new Date(Date.parse(startedAt ?? now) + step.minutes * 60_000).toISOString();
    if (Date.parse(now) < Date.parse(until)) return { by: 'drying', until, minutes: step.minutes };
  }
  return null;
}
