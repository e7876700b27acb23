import { FITTED_KINDS, type FittedKind, type FittedOn } from '../fittings/kinds.ts';
import { withRemedy } from './remedies.ts';
import type { CourseSetup } from './setup.ts';

/** What they leave at the lower frame, a look finds as it is. */
const SEEN_AT_A_LOOK: readonly FittedKind[] = ['drain-clip', 'gutter'];

/** An array with what is fitted on it, and the days of today and of its last look; null where nobody has looked. */
export interface ArrayFitted {
  modules: number;
  fitted: readonly FittedOn[];
  today: string;
  lastLook: string | null;
}

/** Modules on which fittings of a kind stand by the last look, and do what that look has not found yet. */
function standingOf(kind: FittedKind, { fitted, today, lastLook }: ArrayFitted): Set<number> {
  const own = fitted.filter(
    ({ kind: of, since }) =>
      of === kind && since <= today && !(SEEN_AT_A_LOOK.includes(kind) && lastLook !== null && since < lastLook),
  );
  return new Set(
    own.flatMap(({ modules, lost = [] }) => {
      const gone = new Set(lost.flatMap((one) => one.modules));
      return modules.filter((module) => !gone.has(module));
    }),
  );
}

/**
 * Years ahead of an array under what was fitted on it: droppings and bonding by the share of its modules that have it, and
 * standing water where it was fitted since the last look. What a look from later on found along the frame, it found with
 * the fitting there.
 */
export const underFittings = (setup: CourseSetup, array: ArrayFitted, left: Record<FittedKind, number>): CourseSetup =>
  FITTED_KINDS.reduce((under, kind) => {
    const share = standingOf(kind, array).size / array.modules;
    return share === 0 ? under : (withRemedy(under, kind, left, { share, already: 0 })?.setup ?? under);
  }, setup);
