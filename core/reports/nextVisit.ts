import { type Bare, bare, type Finding, type Written } from '../findings.ts';
import { addedDays } from '../time/dates.ts';

/** Why the next visit is when it is: visits a year, and whether it lies on the day that saves most. */
export type NextBecause =
  | Finding<'next-agreed', { visits: number }>
  | Finding<'next-best', { visits: number; onBestDay: boolean }>
  | Bare<'next-none-pays'>
  | Finding<'next-none-planned', { best: number }>
  | Finding<'next-chosen', { visits: number; best: number; onBestDay: boolean }>
  | Written;

export interface NextVisit {
  /** ISO date; null where no visit pays and none was agreed */
  date: string | null;
  because: NextBecause;
}

/**
 * When to come next and why: what was agreed comes first, then what somebody chose, then what the figures say.
 * @param washedOn ISO date
 * @param agreed visits a year of an accepted plan; null where one visit was accepted
 * @param chosen visits a year of the plan, after any overruling
 * @param best visits a year that cost least by the figures
 * @param bestDay for a number of visits a year: days after the wash on which the next one saves most, by what is known of
 *   the arrays; left out where their plan is older than that
 */
export function nextVisit({
  washedOn,
  agreed,
  chosen,
  best,
  bestDay,
}: {
  washedOn: string;
  agreed: number | null;
  chosen: number;
  best: number;
  bestDay?: ((visits: number) => number) | undefined;
}): NextVisit {
  const visits = agreed ?? chosen;
  const evenly = Math.round(365 / visits);
  const on = (days: number) => addedDays(washedOn, days);
  const after = () => on(bestDay?.(visits) ?? evenly);
  const onBestDay = bestDay !== undefined;
  // What was agreed has its days; they are not moved by a forecast.
  if (agreed !== null) return { date: on(evenly), because: { code: 'next-agreed', params: { visits } } };
  if (chosen === best && best > 0)
    return { date: after(), because: { code: 'next-best', params: { visits, onBestDay } } };
  if (chosen === best) return { date: null, because: bare('next-none-pays') };
  if (chosen === 0) return { date: null, because: { code: 'next-none-planned', params: { best } } };
  return { date: after(), because: { code: 'next-chosen', params: { visits, best, onBestDay } } };
}
