import { CLEANING_METHODS, type CleaningMethod, type Effectiveness } from '../assumptions.ts';
import { type CourseSetup, parametersOf } from '../courses/setup.ts';
import { type MethodRules, takenInPasses } from '../rules/rules.ts';
import { HAND_RUNGS, RUNG_WAYS } from '../rules/rungs.ts';
import { LayeredGlass } from '../soiling/layered.ts';
import type { MethodPlan } from './choose.ts';

/** What each way takes off in the passes in which it is worked. @param figures in its usual passes */
export const inItsPasses = (
  figures: Record<CleaningMethod, Effectiveness>,
  { ways }: MethodRules,
): Record<CleaningMethod, Effectiveness> =>
  Object.fromEntries(CLEANING_METHODS.map((way) => [way, takenInPasses(way, figures[way], ways[way])])) as Record<
    CleaningMethod,
    Effectiveness
  >;

/** The layer that lies only where a rung is climbed: all of it is met there. Of all others the rung meets its share. */
const MEETS: Record<(typeof HAND_RUNGS)[number], keyof Effectiveness> = {
  soap: 'droppings',
  alcohol: 'lichen',
  blade: 'lichen',
};

/**
 * What a wash takes off each layer of a face: on all modules what its way takes, and where rungs are climbed what they take
 * more. What a rung is for lies on the modules that it is climbed on, so that it meets all of it.
 */
export function takenBy(
  { ways: [base = 'fed-pole'], escalation }: Pick<MethodPlan, 'ways' | 'escalation'>,
  modules: number,
  figures: Record<CleaningMethod, Effectiveness>,
): Effectiveness {
  const all = figures[base];
  const climbed = escalation.flatMap(({ rung, use, modules: on }) => {
    const hand = HAND_RUNGS.find((one) => one === rung);
    const share = Math.min(1, (on ?? modules) / Math.max(1, modules));
    return use && hand ? [{ rung: hand, share, takes: figures[RUNG_WAYS[hand]] }] : [];
  });
  // Rungs may be climbed on the same modules: what they take more is not added up.
  const layer = (name: keyof Effectiveness) =>
    climbed.reduce(
      (most, { rung, share, takes }) =>
        Math.max(most, all[name] + (takes[name] - all[name]) * (MEETS[rung] === name ? 1 : share)),
      all[name],
    );
  return { loose: layer('loose'), bonded: layer('bonded'), droppings: layer('droppings'), lichen: layer('lichen') };
}

/** Loss of each member before a wash and after it, fractions of power. */
export function lossAround(setup: CourseSetup, effectiveness: Effectiveness): { before: number[]; after: number[] } {
  const [before, after]: [number[], number[]] = [[], []];
  for (const member of setup.members) {
    const glass = new LayeredGlass(setup.surfaceTilt, parametersOf(setup, member), member.initial);
    before.push(1 - glass.soilingRatio());
    glass.clean(effectiveness);
    after.push(1 - glass.soilingRatio());
  }
  return { before, after };
}

/** Share of the loss now that a wash takes off, over the members. */
export function shareOfLoss(setup: CourseSetup, effectiveness: Effectiveness): number {
  const { before, after } = lossAround(setup, effectiveness);
  const total = (values: number[]) => values.reduce((sum, value) => sum + value, 0);
  return total(before) > 0 ? 1 - total(after) / total(before) : effectiveness.loose;
}
