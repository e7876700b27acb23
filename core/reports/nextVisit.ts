import { addedDays } from '../units/dates.ts';
import { counted } from '../units/words.ts';

export interface NextVisit {
  /** ISO date; null where no visit pays and none was agreed */
  date: string | null;
  because: string;
}

const LOOK = 'Look first; wash if it is dirty.';

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
  const season = bestDay ? ', and the next of them on the day that saves most' : '';
  const aYear = `${counted(visits, 'visit')} a year`;
  // What was agreed has its days; they are not moved by a forecast.
  if (agreed !== null) return { date: on(evenly), because: `The plan that was agreed has ${aYear}. ${LOOK}` };
  const figures = best === 0 ? 'no visit pays in energy' : `${counted(best, 'visit')} a year would cost least`;
  if (chosen === best) {
    if (best > 0) return { date: after(), because: `The plan found ${aYear} best${season}. ${LOOK}` };
    return {
      date: null,
      because:
        'On these figures no visit pays in energy. Look again when something changes: birds, building work, a drop in production.',
    };
  }
  if (chosen === 0)
    return { date: null, because: `No visit was planned; on the figures alone ${figures}. Look again within a year.` };
  return {
    date: after(),
    because: `${aYear} ${visits === 1 ? 'was' : 'were'} chosen; on the figures alone ${figures}${season}. ${LOOK}`,
  };
}
