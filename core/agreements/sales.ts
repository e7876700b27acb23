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
  /** hours at the site that were sold with them, and that a crew was there; of those that were timed */
  hoursSold: number;
  hoursTaken: number;
  /** what was asked before tax for those whose costs are known, and what they cost */
  net: number;
  cost: number;
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
  /** minutes at the site: as planned, and as they were entered; null where nobody entered when */
  planned: number;
  taken: number | null;
  /** minor units; null where the owner had not said what work costs */
  net: number | null;
  cost: number | null;
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
      ...leftOfWork(visits),
    };
  });
}

/** Hours and costs of some visits, each of those of which they are known. */
function leftOfWork(visits: readonly WashedVisit[]): Pick<SalesMonth, 'hoursSold' | 'hoursTaken' | 'net' | 'cost'> {
  const timed = visits.filter(({ taken }) => taken !== null);
  const costed = visits.filter(({ net, cost }) => net !== null && cost !== null);
  const hours = (of: (visit: WashedVisit) => number) => timed.reduce((sum, visit) => sum + of(visit), 0) / 60;
  return {
    hoursSold: hours(({ planned }) => planned),
    hoursTaken: hours(({ taken }) => taken ?? 0),
    net: costed.reduce((sum, { net }) => sum + (net ?? 0), 0),
    cost: costed.reduce((sum, { cost }) => sum + (cost ?? 0), 0),
  };
}

/** Of the offers that were decided, the share that was won; null where none was. */
export function wonShare(months: readonly Pick<SalesMonth, 'won' | 'lost'>[]): number | null {
  const won = months.reduce((sum, one) => sum + one.won, 0);
  const decided = months.reduce((sum, one) => sum + one.won + one.lost, 0);
  return decided === 0 ? null : won / decided;
}
