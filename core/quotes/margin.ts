import type { Costs, PriceBook } from './book.ts';
import { type LineKey, net, type QuoteLine } from './lines.ts';
import type { OfferedFittings } from './offer.ts';
import type { PricedVisit } from './price.ts';
import type { QuoteAddition } from './states.ts';

/** What a visit is made of, as far as what it costs the firm hangs on it. */
export interface CostedVisit {
  /** of the whole visit, and of that on the road, there and back */
  minutes: number;
  travelMinutes: number;
  /** kilometres there and back */
  travelKm: number;
  modules: number;
  /** minor units */
  waterCost: number;
  /** lines as they were computed, before anybody set any by hand */
  computed: readonly Pick<QuoteLine, 'key' | 'amount'>[];
}

/** A line with what it costs the firm and the hours that go into it; minor units, person-hours. */
export interface LineMargin {
  key: LineKey;
  amount: number;
  cost: number;
  hours: number;
}

/** What is left of a price; minor units, person-hours, a fraction of the price before tax. */
export interface Margin {
  lines: LineMargin[];
  net: number;
  cost: number;
  hours: number;
  /** null where nothing is asked */
  share: number | null;
}

/**
 * What a price leaves the firm: hours and kilometres at what they cost it, what is bought at what was paid. What a price charges
 * all in by module or kilowatt peak carries water and consumables; surcharges, the minimum and lines by hand cost nothing more.
 */
export function marginOf(
  lines: readonly Pick<QuoteLine, 'key' | 'amount'>[],
  visit: CostedVisit,
  book: PriceBook,
  costs: Costs,
): Margin {
  const allIn = book.basis === 'module' || book.basis === 'kwp';
  const hoursOf = (minutes: number) => (minutes / 60) * book.crew;
  const paid = (key: LineKey) =>
    (visit.computed.find((line) => line.key === key)?.amount ?? 0) / (1 + (book.markUp ?? 0));
  const consumables = allIn ? visit.modules * book.consumablesPerModule : paid('consumables');
  const road = hoursOf(visit.travelMinutes);
  const work = hoursOf(visit.minutes) - (allIn ? road : 0);
  const made: Partial<Record<LineKey, { cost: number; hours: number }>> = {
    [allIn ? 'wash' : 'labour']: {
      cost: work * costs.hour + (allIn ? visit.waterCost + consumables : 0),
      hours: work,
    },
    travel: { cost: visit.travelKm * costs.perKm + (allIn ? road * costs.hour : 0), hours: allIn ? road : 0 },
    ...(allIn ? {} : { water: { cost: visit.waterCost, hours: 0 }, consumables: { cost: consumables, hours: 0 } }),
    access: { cost: visit.computed.find(({ key }) => key === 'access')?.amount ?? 0, hours: 0 },
    machine: { cost: paid('machine'), hours: 0 },
  };
  const seen = new Set<LineKey>();
  const costed = lines.map(({ key, amount }): LineMargin => {
    const own = seen.has(key) ? undefined : made[key];
    seen.add(key);
    return { key, amount, cost: Math.round(own?.cost ?? 0), hours: own?.hours ?? 0 };
  });
  // What is not asked for on a line of its own costs all the same: the road within the kilometres that are free.
  const unasked = (Object.keys(made) as LineKey[])
    .filter((key) => !seen.has(key) && (made[key]?.cost ?? 0) > 0)
    .map(
      (key): LineMargin => ({ key, amount: 0, cost: Math.round(made[key]?.cost ?? 0), hours: made[key]?.hours ?? 0 }),
    );
  const all = [...costed, ...unasked];
  const sum = (of: (line: LineMargin) => number) => all.reduce((total, line) => total + of(line), 0);
  const [net, cost] = [sum(({ amount }) => amount), sum((line) => line.cost)];
  return { lines: all, net, cost, hours: sum(({ hours }) => hours), share: leftShare({ net, cost }) };
}

/** What is taken on top of a visit: what is asked for it, before tax, what it costs the firm and the hours that go into it. */
export interface AdditionMargin {
  addition: QuoteAddition;
  net: number;
  /** null where nobody has said what it costs */
  cost: number | null;
  hours: number;
}

/** The finer finish on top of a visit: its minutes at what an hour costs, its water at what was paid. @param asked before tax */
export function spotlessMargin(
  asked: number,
  { plain, finer }: Record<'plain' | 'finer', Pick<PricedVisit, 'minutes' | 'lines'>>,
  { crew, markUp }: Pick<PriceBook, 'crew' | 'markUp'>,
  { hour }: Pick<Costs, 'hour'>,
): AdditionMargin {
  const waterOf = ({ lines }: Pick<PricedVisit, 'lines'>) => net(lines.filter(({ key }) => key === 'water'));
  const hours = ((finer.minutes - plain.minutes) / 60) * crew;
  const cost = Math.round(hours * hour + (waterOf(finer) - waterOf(plain)) / (1 + (markUp ?? 0)));
  return { addition: 'spotless', net: asked, cost, hours };
}

/** What is fitted once: what is bought, the hours to fit it, and a lift that is brought for it at what it costs. */
export function fittingsMargin(
  { lines, minutes, net: asked }: Pick<OfferedFittings, 'lines' | 'minutes' | 'net'>,
  { crew }: Pick<PriceBook, 'crew'>,
  costs: Pick<Costs, 'hour' | 'fittings'>,
): AdditionMargin {
  const hours = (minutes / 60) * crew;
  const bought = lines.map(({ label, quantity, amount }) => {
    if (label.code === 'line-access') return amount;
    const each = costs.fittings[label.params.kind] ?? null;
    return each === null ? null : quantity * each;
  });
  const known = bought.every((one) => one !== null);
  const cost = known ? Math.round(hours * costs.hour + bought.reduce((sum, one) => sum + one, 0)) : null;
  return { addition: 'fittings', net: asked, cost, hours };
}

/** Whether a price leaves less than the owner wants to be asked about. */
export const underFloor = (
  { net, cost, share }: Pick<Margin, 'net' | 'cost' | 'share'>,
  floor: number | null,
): boolean => floor !== null && (share === null ? cost > net : share < floor);

/** The same where a customer may take any of what is offered on top: at worst all that leaves less than the floor by itself. */
export function underFloorAtWorst(
  visit: Pick<Margin, 'net' | 'cost'> & { additions: readonly AdditionMargin[] },
  floor: number | null,
): boolean {
  if (floor === null) return false;
  const taken = { net: visit.net, cost: visit.cost };
  for (const { net: asked, cost } of visit.additions)
    if (cost !== null && asked - cost < floor * asked) {
      taken.net += asked;
      taken.cost += cost;
    }
  return underFloor({ ...taken, share: leftShare(taken) }, floor);
}

/** Share of what was asked before tax that was left after its costs, a fraction; null where nothing was asked. */
export const leftShare = ({ net, cost }: { net: number; cost: number }): number | null =>
  net > 0 ? (net - cost) / net : null;
