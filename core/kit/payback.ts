/** What it would cost to own a thing, to hire it, or to send somebody who has it: minor units, days, years. */
export interface PaybackInput {
  price: number;
  /** years that it lasts, and what it costs beside its price in each */
  lasts: number;
  upkeep: number;
  /** for a day; null where it cannot be had that way */
  hire: number | null;
  contractor: number | null;
  /** days on which it is used in a year, as likely as not, and between what they may lie */
  days: { low: number; likely: number; high: number };
}

export const PAYBACK_WAYS = ['own', 'hire', 'contractor'] as const;
export type PaybackWay = (typeof PAYBACK_WAYS)[number];

export interface Payback {
  /** a year; null where it cannot be had that way */
  costs: Record<PaybackWay, number | null>;
  /** the cheapest at the days that are likely, and at the fewest and the most of them */
  cheapest: PaybackWay;
  atFewest: PaybackWay;
  atMost: PaybackWay;
  /** days a year from which on owning is the cheapest; null where nothing else can be had */
  from: number | null;
  /** years until the price is back, at the likely days and between what; null where it never is within its life */
  years: { low: number | null; likely: number | null; high: number | null } | null;
  /** of owning, for a day at the likely days */
  perDay: number | null;
}

/** Days between which a year lies four times in five where so many are likely: jobs come one by one. */
export const daysAround = (likely: number): PaybackInput['days'] => ({
  low: Math.max(0, Math.floor(likely - 1.28 * Math.sqrt(likely))),
  likely,
  high: Math.ceil(likely + 1.28 * Math.sqrt(likely)),
});

/** Own kit against hiring it or sending a contractor. Interest is left out: a machine that lasts a few years. */
export function payback(input: PaybackInput): Payback {
  const { price, lasts, upkeep, hire, contractor, days } = input;
  const own = price / lasts + upkeep;
  const others = [hire, contractor].filter((cost) => cost !== null);
  const other = others.length > 0 ? Math.min(...others) : null;
  const cheapestAt = (count: number): PaybackWay => {
    if (other === null || own <= other * count) return 'own';
    return hire !== null && hire === other ? 'hire' : 'contractor';
  };
  const yearsAt = (count: number): number | null => {
    const saved = (other ?? 0) * count - upkeep;
    const years = saved > 0 ? price / saved : Number.POSITIVE_INFINITY;
    return years <= lasts ? years : null;
  };
  return {
    costs: {
      own,
      hire: hire === null ? null : hire * days.likely,
      contractor: contractor === null ? null : contractor * days.likely,
    },
    cheapest: cheapestAt(days.likely),
    atFewest: cheapestAt(days.low),
    atMost: cheapestAt(days.high),
    from: other === null || other <= 0 ? null : own / other,
    years: other === null ? null : { low: yearsAt(days.high), likely: yearsAt(days.likely), high: yearsAt(days.low) },
    perDay: days.likely > 0 ? own / days.likely : null,
  };
}
