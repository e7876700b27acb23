import { type CleaningMethod, LEAST_MINUTES, METHOD_WORK } from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import type { Access } from '../reach/access.ts';
import type { MethodRules } from '../rules/rules.ts';

interface WayOfWork {
  way: CleaningMethod;
  access: Access;
  storeys: number;
  looseFilmOnly: boolean;
}

/** Minutes for one module in a way of cleaning: pace and passes, storeys under a pole, the lift, loose film. */
export function minutesPerModule({ way, access, storeys, looseFilmOnly }: WayOfWork, rules: MethodRules): number {
  const { limits, ways } = rules;
  const under = limits['storey-factor'] ** Math.max(0, storeys - 1);
  const reach = access === 'lift' ? limits['lift-factor'] : access === 'walkway' ? 1 : under;
  const passes = ways[way].passes / METHOD_WORK[way].passes;
  return limits['module-minutes'] * ways[way].pace * passes * reach * (looseFilmOnly ? limits['loose-factor'] : 1);
}

/** Litres in so many minutes of a way (C9): the time for which water runs in them times the way's flow. */
export const litresIn = (way: CleaningMethod, minutes: number, { limits, ways }: MethodRules): number =>
  minutes * limits['wet-share'] * ways[way].flow;

/** What cannot well be, for whoever chose it. Metres, kilograms, minutes. */
export type WorkQuestion =
  | Finding<'question-long-pole', { pole: number; most: number }>
  | Finding<'question-heavy-head', { head: number; pole: number }>
  | Finding<'question-too-quick', { minutes: number }>
  | Bare<'question-way-by-hand'>
  | Finding<'question-rung-by-hand', { rung: 'alcohol' | 'blade' }>;

/** What cannot well be: said as a question, never refused, for whoever stands there may know better. */
export function questionsOf(
  work: {
    way: CleaningMethod;
    access: Access;
    /** metres */
    pole: number;
    minutesPerModule: number;
    rungs: readonly string[];
  },
  { limits, ways }: MethodRules,
): WorkQuestion[] {
  const { way, access, pole, rungs } = work;
  const { head, from } = ways[way];
  const fromGround = access === 'ground';
  const most = limits['longest-pole'];
  const questions: WorkQuestion[] = [];
  if (pole > most && fromGround) questions.push({ code: 'question-long-pole', params: { pole, most } });
  if (fromGround && head * pole > limits['at-the-pole'])
    questions.push({ code: 'question-heavy-head', params: { head, pole } });
  if (work.minutesPerModule < LEAST_MINUTES)
    questions.push({ code: 'question-too-quick', params: { minutes: work.minutesPerModule } });
  if (fromGround && !from.includes('ground')) questions.push(bare('question-way-by-hand'));
  for (const rung of ['alcohol', 'blade'] as const)
    if (fromGround && rungs.includes(rung)) questions.push({ code: 'question-rung-by-hand', params: { rung } });
  return questions;
}
