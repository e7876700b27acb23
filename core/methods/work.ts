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

export const ACCESS = ['from the ground', 'from a lift or scaffold', 'at hand height'] as const;
export type Access = (typeof ACCESS)[number];

interface WayOfWork {
  way: CleaningMethod;
  access: Access;
  storeys: number;
  looseFilmOnly: boolean;
}

/** Minutes for one module in a way of cleaning (house assumption): pace, storeys under a pole, the lift, loose film. */
export function minutesPerModule({ way, access, storeys, looseFilmOnly }: WayOfWork): number {
  const reach =
    access === 'from a lift or scaffold' ? LIFT_PACE : MINUTES_FACTOR.perStoreyAbove ** Math.max(0, storeys - 1);
  return MODULE_MINUTES * METHOD_WORK[way].pace * reach * (looseFilmOnly ? MINUTES_FACTOR.looseFilmOnly : 1);
}

/** Litres in so many minutes of a way (C9): the time for which water runs in them times the way's flow. */
export const litresIn = (way: CleaningMethod, minutes: number): number => minutes * WET_SHARE * METHOD_WORK[way].flow;

/** What cannot well be: said as a question, never refused, for whoever stands there may know better. */
export function questionsOf(work: {
  way: CleaningMethod;
  access: Access;
  /** metres */
  pole: number;
  minutesPerModule: number;
  rungs: readonly string[];
}): string[] {
  const { way, access, pole, rungs } = work;
  const { head } = METHOD_WORK[way];
  const questions: string[] = [];
  if (pole > LONGEST_POLE && access === 'from the ground')
    questions.push(`${pole} m of pole: over ${LONGEST_POLE} m cannot be pressed evenly. Is it a lift?`);
  if (access === 'from the ground' && head * pole > MOST_AT_THE_POLE)
    questions.push(`A head of about ${head} kg on ${pole} m of pole: can anybody guide that?`);
  if (work.minutesPerModule < LEAST_MINUTES)
    questions.push(`${work.minutesPerModule} min a module is quicker than anybody is known to clean one. Is it right?`);
  if (access === 'from the ground' && BY_HAND.includes(way))
    questions.push('This way needs hands at the glass, and the access chosen is from the ground. Which of the two?');
  for (const rung of ['alcohol', 'blade'])
    if (access === 'from the ground' && rungs.includes(rung))
      questions.push(
        `${rung === 'blade' ? 'A blade' : 'Alcohol'} is worked by hand, and the access chosen is from the ground.`,
      );
  return questions;
}
