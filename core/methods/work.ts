import {
  BY_HAND,
  type CleaningMethod,
  LEAST_MINUTES,
  LIFT_PACE,
  LONGEST_POLE,
  METHOD_WORK,
  MINUTES_FACTOR,
  MODULE_MINUTES,
  MOST_AT_THE_POLE,
  WET_SHARE,
} from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';

/** From where the glass is reached. */
export const ACCESS = ['ground', 'lift', 'hand-height'] as const;
export type Access = (typeof ACCESS)[number];

interface WayOfWork {
  way: CleaningMethod;
  access: Access;
  storeys: number;
  looseFilmOnly: boolean;
}

/** Minutes for one module in a way of cleaning (house assumption): pace, storeys under a pole, the lift, loose film. */
export function minutesPerModule({ way, access, storeys, looseFilmOnly }: WayOfWork): number {
  const reach = access === 'lift' ? LIFT_PACE : MINUTES_FACTOR.perStoreyAbove ** Math.max(0, storeys - 1);
  return MODULE_MINUTES * METHOD_WORK[way].pace * reach * (looseFilmOnly ? MINUTES_FACTOR.looseFilmOnly : 1);
}

/** Litres in so many minutes of a way (C9): the time for which water runs in them times the way's flow. */
export const litresIn = (way: CleaningMethod, minutes: number): number => minutes * WET_SHARE * METHOD_WORK[way].flow;

/** What cannot well be, for whoever chose it. Metres, kilograms, minutes. */
export type WorkQuestion =
  | Finding<'question-long-pole', { pole: number; most: number }>
  | Finding<'question-heavy-head', { head: number; pole: number }>
  | Finding<'question-too-quick', { minutes: number }>
  | Bare<'question-way-by-hand'>
  | Finding<'question-rung-by-hand', { rung: 'alcohol' | 'blade' }>;

/** What cannot well be: said as a question, never refused, for whoever stands there may know better. */
export function questionsOf(work: {
  way: CleaningMethod;
  access: Access;
  /** metres */
  pole: number;
  minutesPerModule: number;
  rungs: readonly string[];
}): WorkQuestion[] {
  const { way, access, pole, rungs } = work;
  const { head } = METHOD_WORK[way];
  const fromGround = access === 'ground';
  const questions: WorkQuestion[] = [];
  if (pole > LONGEST_POLE && fromGround)
    questions.push({ code: 'question-long-pole', params: { pole, most: LONGEST_POLE } });
  if (fromGround && head * pole > MOST_AT_THE_POLE)
    questions.push({ code: 'question-heavy-head', params: { head, pole } });
  if (work.minutesPerModule < LEAST_MINUTES)
    questions.push({ code: 'question-too-quick', params: { minutes: work.minutesPerModule } });
  if (fromGround && BY_HAND.includes(way)) questions.push(bare('question-way-by-hand'));
  for (const rung of ['alcohol', 'blade'] as const)
    if (fromGround && rungs.includes(rung)) questions.push({ code: 'question-rung-by-hand', params: { rung } });
  return questions;
}
