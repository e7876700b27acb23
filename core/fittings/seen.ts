import { EVIDENCE_SIGMA } from '../assumptions.ts';
import { coverOfMark, type Mark } from '../inspections/marks.ts';
import { daysBetween } from '../time/dates.ts';
import type { FittedKind, FittedOn } from './kinds.ts';

/** What a fitting was seen to leave, between two visits. */
export interface FittingSeen {
  kind: FittedKind;
  /** growth of marked cover on its modules as a share of that on its control */
  left: number;
  /** standard deviation of the logarithm of that */
  sd: number;
  /** date of the later visit */
  date: string;
}

interface MarkedVisit {
  date: string;
  marks: readonly Mark[];
}

/** Days between visits under which nothing is said of growth. */
const LEAST_DAYS = 60;
/** Growth that lies less than so many of its standard deviations above nothing says nothing of what was left of it. */
const SURE = 2;
/** No share is less, and none less surely known. */
const LEAST_LEFT = 0.05;
const MOST_UNSURE = 1.5;

/** What a fitting works against: a deterrent against droppings, what drains the frame against all that stands there. */
const worksAgainst = (kind: FittedKind, mark: Mark): boolean =>
  kind === 'coating' || (kind === 'deterrent') === (mark.kind === 'droppings');

/**
 * What fittings have left of what grows, by marks of visits that follow each other: the modules that have one beside those
 * that were left without. Modules on which a look found the fitting loose or gone belong to neither.
 * @param modules how many the array has @param washes dates of washes, from which on both begin from nothing
 */
export function fittingsSeen(
  fitted: readonly FittedOn[],
  visits: readonly MarkedVisit[],
  modules: number,
  washes: readonly string[],
): FittingSeen[] {
  const marked = [...visits].filter(({ marks }) => marks.length > 0).sort((a, b) => a.date.localeCompare(b.date));
  const under = new Set(fitted.flatMap((one) => one.modules));
  return fitted.flatMap((one) =>
    marked.slice(1).flatMap((now, at): FittingSeen[] => {
      const past = marked[at] as MarkedVisit;
      const control = modules - under.size;
      if (one.since > past.date || daysBetween(past.date, now.date) < LEAST_DAYS || control <= 0) return [];
      const washed = washes.some((date) => date > past.date && date <= now.date);
      const lost = new Set((one.lost ?? []).flatMap(({ date, modules }) => (date <= now.date ? modules : [])));
      const own = new Set(one.modules.filter((module) => !lost.has(module)));
      if (own.size === 0) return [];
      const growth = (counts: (module: number) => boolean, size: number) => {
        const cover = ({ marks }: MarkedVisit) =>
          marks
            .filter((mark) => worksAgainst(one.kind, mark))
            .reduce((sum, mark) => sum + coverOfMark(mark) * mark.modules.filter(counts).length, 0) / size;
        const [before, after] = [washed ? 0 : cover(past), cover(now)];
        return { more: after - before, sd: EVIDENCE_SIGMA.coverByMarks * Math.hypot(before, after) };
      };
      const without = growth((module) => !under.has(module), control);
      const having = growth((module) => own.has(module), own.size);
      if (!(without.more > SURE * without.sd)) return [];
      const left = Math.max(LEAST_LEFT, having.more / without.more);
      // What is too little to be marked may be there all the same.
      const unseen = Math.max(having.sd / without.more, LEAST_LEFT) / left;
      const sd = Math.hypot(unseen, without.sd / without.more);
      return sd > MOST_UNSURE ? [] : [{ kind: one.kind, left, sd, date: now.date }];
    }),
  );
}
