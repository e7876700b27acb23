import { monthsBefore } from '../time/dates.ts';

/** What became of the offers that went out in a month, and what was earned in it; minor units, tax included. */
export interface SalesMonth {
  /** `YYYY-MM` */
  month: string;
  /** offers that went out, each number once, and what became of them so far */
  sent: number;
  won: number;
  lost: number;
  waiting: number;
  /** what those won come to: all visits of a plan, in a year */
  agreed: number;
  /** visits washed in the month, and their price */
  visits: number;
  earned: number;
}

/** The months up to one, the last last. @param today `YYYY-MM-DD` */
export const monthsUpTo = (today: string, count: number): string[] =>
  Array.from({ length: count }, (_, at) => monthsBefore(`${today.slice(0, 7)}-01`, count - 1 - at).slice(0, 7));

/** Offers of a month that became the same. */
export interface OffersOfMonth {
  month: string;
  became: 'won' | 'lost' | 'waiting';
  offers: number;
  /** of those won, all their visits of a year */
  agreed: number;
}
export interface WashedVisit {
  /** `YYYY-MM-DD` */
  washedOn: string;
  price: number;
}

/** Sales month by month. What went out or was washed outside of the months is left out. */
export function salesByMonth(
  months: readonly string[],
  offers: readonly OffersOfMonth[],
  washed: readonly WashedVisit[],
): SalesMonth[] {
  return months.map((month) => {
    const own = offers.filter((one) => one.month === month);
    const became = (what: OffersOfMonth['became']) =>
      own.filter((one) => one.became === what).reduce((sum, one) => sum + one.offers, 0);
    const visits = washed.filter(({ washedOn }) => washedOn.startsWith(month));
    const [won, lost, waiting] = [became('won'), became('lost'), became('waiting')];
    return {
      ...{ month, won, lost, waiting },
      sent: won + lost + waiting,
      agreed: own.reduce((sum, one) => sum + one.agreed, 0),
      visits: visits.length,
      earned: visits.reduce((sum, { price }) => sum + price, 0),
    };
  });
}

/** Of the offers that were decided, the share that was won; null where none was. */
export function wonShare(months: readonly Pick<SalesMonth, 'won' | 'lost'>[]): number | null {
  const won = months.reduce((sum, one) => sum + one.won, 0);
  const decided = months.reduce((sum, one) => sum + one.won + one.lost, 0);
  return decided === 0 ? null : won / decided;
}
