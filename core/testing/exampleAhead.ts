import { LICHEN_DENSITY } from '../assumptions.ts';
import type { CourseMember, CourseSetup } from '../courses/setup.ts';
import { EXAMPLE_FACE } from '../sites/example.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';

/** Members that are all as the house assumes, and clean. */
export const exampleMembers = (count: number, changes: Partial<CourseMember> = {}): CourseMember[] =>
  Array.from({ length: count }, (_, course) => ({
    course,
    parameters: { lichenDensity: 0, mismatch: 8 },
    initial: CLEAN_GLASS,
    dust: 1,
    droppings: 1,
    ...changes,
  }));

/** Six years ahead of a clean array on farmland, where lichen grows. */
export const exampleAhead: CourseSetup = {
  ...EXAMPLE_FACE,
  array: { pdc0: 10_000, gammaPdc: -0.0035 },
  exposure: { surroundings: 'farmland', birds: 'few' },
  members: exampleMembers(6),
  bondingPerDew: null,
  lichenDensity: LICHEN_DENSITY['damp-shade'],
  puddleFactor: 1,
  orientation: 'portrait',
  cells: 'whole',
  startDay: 300,
  horizon: 6,
  seed: 5,
};

/** A year ahead of an array that has lain in dust for a while. */
export const exampleYear: CourseSetup = {
  ...exampleAhead,
  members: exampleMembers(12, {
    initial: { ...CLEAN_GLASS, loose: 0.7, bonded: 0.5, droppings: 0.001 },
  }),
  lichenDensity: 0,
  horizon: 1,
  seed: 4,
};
