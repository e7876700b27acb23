import type { Effectiveness } from '../assumptions.ts';
import { prepareCourses } from '../courses/courses.ts';
import { type CourseSetup, withFewer } from '../courses/setup.ts';
import { firstDayThatPays } from '../courses/washPays.ts';
import { addedDays } from '../time/dates.ts';
import type { ReckonInput } from './reckoning.ts';

/** Courses on which the first day is searched for on which a wash pays. */
const SEARCHED = 8;

/** The first day on which a visit like the last one that was offered is expected to pay: whoever plans may find another way. */
export function lookOn(
  setup: CourseSetup,
  visit: Effectiveness,
  { visitPrice, today }: ReckonInput,
  valuePerKWh: number,
): string | null {
  const prepared = prepareCourses({ ...withFewer(setup, SEARCHED), horizon: 2 });
  const day = firstDayThatPays(prepared, visit, { valuePerKWh, price: visitPrice });
  return day === null ? null : addedDays(today, day);
}
