import { SLIP, VISIT_SLACK } from '../assumptions.ts';
import { addedDays, daysBetween, monthsAfter } from '../time/dates.ts';

/** When a visit falls due, and the first and last day on which it is what was agreed; `YYYY-MM-DD`. */
export interface DueWindow {
  due: string;
  dueFrom: string;
  dueTo: string;
}

const YEAR = 365;

/**
 * The windows of visits: some days to either side of the day on which each falls due, and never past the middle of the way
 * to the visit before or after it, the first one of the next year included. A visit that stands alone may come from its day on.
 * @param due of each visit, ascending @param eitherSide days to either side where there is room; the house's where left out
 */
export function dueWindows(due: readonly string[], eitherSide: number = VISIT_SLACK.eitherSide): DueWindow[] {
  const slack = (gap: number): number => Math.max(0, Math.min(eitherSide, Math.floor(gap / 2)));
  const [first = '', last = ''] = [due[0], due.at(-1)];
  if (due.length < 2) return due.map((day) => ({ due: day, dueFrom: day, dueTo: addedDays(day, VISIT_SLACK.alone) }));
  const round = YEAR - daysBetween(first, last);
  return due.map((day, at) => {
    const [before, after] = [due[at - 1], due[at + 1]];
    return {
      due: day,
      dueFrom: addedDays(day, -slack(before === undefined ? round : daysBetween(before, day))),
      dueTo: addedDays(day, slack(after === undefined ? round : daysBetween(day, after))),
    };
  });
}

/**
 * Days by which a visit may come before or after its own, so that what slipping costs stays a small share of its price. What a
 * fortnight costs is taken to grow evenly with the days.
 * @param fortnight what it costs to come a fortnight late or early to every visit of a year, whichever is more @param price of all of them
 */
export function slackOf(fortnight: number, price: number): number {
  if (fortnight <= 0) return SLIP.most;
  const days = Math.floor((14 * SLIP.share * price) / fortnight);
  return Math.min(SLIP.most, Math.max(SLIP.least, days));
}

/** The window of a visit that is moved by hand, as wide as it was. */
export function movedWindow({ due, dueFrom, dueTo }: DueWindow, to: string): DueWindow {
  const moved = daysBetween(due, to);
  return { due: to, dueFrom: addedDays(dueFrom, moved), dueTo: addedDays(dueTo, moved) };
}

/** The window of a visit once it is booked: about its day as wide as it was, and for one that stands alone from when it was agreed. */
export function bookedWindow(window: DueWindow, day: string, alone: boolean): DueWindow {
  const moved = movedWindow(window, day);
  return alone && window.dueFrom < moved.dueFrom ? { ...moved, dueFrom: window.dueFrom } : moved;
}

/** Whether a visit on a day is what was agreed. */
export const isWithin = ({ dueFrom, dueTo }: Omit<DueWindow, 'due'>, day: string): boolean =>
  day >= dueFrom && day <= dueTo;

/** The same visit a year on; 29 February becomes the 28th. */
export const nextYear = ({ due, dueFrom, dueTo }: DueWindow): DueWindow => ({
  due: monthsAfter(due, 12),
  dueFrom: monthsAfter(dueFrom, 12),
  dueTo: monthsAfter(dueTo, 12),
});
