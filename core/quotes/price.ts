import { SET_UP_MINUTES } from '../assumptions.ts';
import { bare } from '../findings.ts';
import { roundHalfAway, shareOf } from '../units/rounding.ts';
import type { PriceBook } from './book.ts';
import {
  LINE_KEYS,
  type LineKey,
  type LineUnit,
  net,
  type QuoteLine,
  type TaxPart,
  type Totals,
  totalsByRate,
} from './lines.ts';

export interface VisitWork {
  modules: number;
  minutesPerModule: number;
  storeys: number;
  /** kilometres there and back */
  travelKm: number;
  /** minutes on the road there and back */
  travelMinutes: number;
  /** minutes of set-up and packing; the house's where it is left out */
  setUpMinutes?: number;
  /** minutes in which what needs soaking is left wet before it is brushed; default 0 */
  soakMinutes?: number;
  /** minor units, from the water plan */
  waterCost: number;
  /** minor units of water beyond what a price all in carries, as for a finer finish; default 0 */
  extraWater?: number;
  accessEquipment: boolean;
  /** minor units for the hire or wear of machines; default 0 */
  machines?: number;
  /** kilowatts peak of the modules that are washed; default 0 */
  kilowatts?: number;
  /** modules that take more than brush and water; default 0 */
  heavyModules?: number;
}

export interface PricedVisit extends Totals {
  minutes: number;
  lines: QuoteLine[];
  /** by rate, the highest first */
  taxes: TaxPart[];
}

/** Minutes of a visit: set-up and packing, soaking, the modules, and the road (C15). */
export const visitMinutes = (work: VisitWork): number =>
  (work.setUpMinutes ?? SET_UP_MINUTES) +
  (work.soakMinutes ?? 0) +
  work.modules * work.minutesPerModule +
  work.travelMinutes;

/** The rate of tax that a price book has on a line. */
export const taxOn = (key: LineKey, { taxRate, otherTaxes }: Pick<PriceBook, 'taxRate' | 'otherTaxes'>): number =>
  otherTaxes.find(({ keys }) => keys.includes(key))?.rate ?? taxRate;

/** Lines that follow from the others, in the order in which they do. */
const FOLLOWING = ['risk', 'soil', 'urgency', 'minimum', 'discount', 'rounding'] as const satisfies readonly LineKey[];
type FollowingKey = (typeof FOLLOWING)[number];

/** What of a visit the lines follow from that stand on no line. */
export interface VisitTerms {
  /** above the first; 0 or less where there is none */
  storeysAbove: number;
  /** the share of the modules that take more than brush and water, a fraction */
  heavyShare: number;
  /** whether the customer wants it at once */
  urgent: boolean;
  /** whether the visit is one of a plan of two or more a year */
  discounted: boolean;
}

/** What surcharges are a share of: the work on the glass. */
const workOn = (lines: readonly QuoteLine[]): number =>
  net(lines.filter(({ key }) => key === 'labour' || key === 'wash'));

/** Lines in the order in which a price is read. */
const inOrder = <L extends QuoteLine>(lines: readonly L[]): L[] =>
  LINE_KEYS.flatMap((key) => lines.filter((line) => line.key === key));

/**
 * A price from the lines that were counted or set by hand: surcharges, minimum, discount of a plan, rounding and tax follow from
 * them, each but those that were set by hand themselves. A credit that somebody gave by hand comes after the minimum: it is meant
 * to be given.
 * @param set lines counted, added and set by hand
 */
export function closed<L extends QuoteLine>(
  set: readonly L[],
  book: PriceBook,
  terms: VisitTerms,
): { lines: (L | QuoteLine)[] } & ReturnType<typeof totalsByRate> {
  const lines: (L | QuoteLine)[] = [...set];
  const byHand = new Set(set.map(({ key }) => key));
  const following = (key: FollowingKey, quantity: number, unit: LineUnit, amount: number, rate = taxOn(key, book)) => {
    if (!byHand.has(key) && amount !== 0)
      lines.push({ key, label: bare(`line-${key}`), quantity, unit, amount, taxRate: rate });
  };
  const work = workOn(set);
  const { storeysAbove: above, heavyShare } = terms;
  if (above > 0) following('risk', above, 'storey', Math.round(work * book.riskShare * above));
  if (book.basis === 'module' || book.basis === 'kwp')
    following('soil', 1, 'visit', Math.round(work * book.soilShare * heavyShare));
  if (terms.urgent) following('urgency', 1, 'visit', Math.round(work * book.urgentShare));
  const charged = net(lines.filter(({ amount }) => amount > 0));
  following('minimum', 1, 'visit', Math.max(0, book.minimumCharge - charged));
  if (terms.discounted)
    // A discount is off what it is taken off: a line for each rate of tax, so that no tax is taken on what is not asked.
    for (const { rate, net: part } of totalsByRate(lines).taxes)
      following('discount', 1, 'visit', -shareOf(Math.max(0, part), book.planDiscount), rate);
  if (book.roundTo > 0) {
    const before = net(lines);
    following('rounding', 1, 'visit', roundHalfAway(before / book.roundTo, 0) * book.roundTo - before);
  }
  const ordered = inOrder(lines);
  return { lines: ordered, ...totalsByRate(ordered) };
}

/** What the work on the glass is asked: by the hours of a crew, or all in by what is washed. */
function workLines(work: VisitWork, book: PriceBook): Omit<QuoteLine, 'taxRate'>[] {
  const kilowatts = work.kilowatts ?? 0;
  const wash = (quantity: number, unit: LineUnit, each: number) => [
    { key: 'wash' as const, label: bare('line-wash'), quantity, unit, amount: Math.round(quantity * each) },
  ];
  if (book.basis === 'module') return wash(work.modules, 'module', book.perModule);
  if (book.basis === 'kwp') return wash(kilowatts, 'kwp', book.perKwp);
  const hours = visitMinutes(work) / 60;
  return [
    {
      key: 'labour',
      label: { code: 'line-labour', params: { people: book.crew } },
      quantity: roundHalfAway(hours * book.crew, 2),
      unit: 'person-hour',
      amount: Math.round(hours * book.hourlyRate * book.crew),
    },
  ];
}

/** Lines that are counted: work, road, water, consumables, access equipment, machines. */
function countedLines(work: VisitWork, book: PriceBook): QuoteLine[] {
  const line = (
    key: 'travel' | 'water' | 'consumables' | 'access' | 'machine',
    quantity: number,
    unit: LineUnit,
    amount: number,
  ) => ({ key, label: bare(`line-${key}`), quantity, unit, amount });
  const km = Math.max(0, work.travelKm - book.freeKm);
  const allIn = book.basis === 'module' || book.basis === 'kwp';
  const bought = (cost: number) => Math.round(cost * (1 + (book.markUp ?? 0)));
  const lines = [
    ...workLines(work, book),
    ...(allIn && km === 0 ? [] : [line('travel', km, 'km', Math.round(km * book.travelPerKm))]),
    ...(allIn
      ? work.extraWater
        ? [line('water', 1, 'visit', bought(work.extraWater))]
        : []
      : [
          line('water', 1, 'visit', bought(work.waterCost)),
          line('consumables', work.modules, 'module', work.modules * book.consumablesPerModule),
        ]),
    ...(work.accessEquipment ? [line('access', 1, 'visit', book.accessEquipment)] : []),
    ...(work.machines ? [line('machine', 1, 'visit', bought(work.machines))] : []),
  ];
  return lines.map((one) => ({ ...one, taxRate: taxOn(one.key, book) }));
}

/** What of a visit its lines follow from that stand on no line. */
export const termsOf = (work: VisitWork): Pick<VisitTerms, 'storeysAbove' | 'heavyShare'> => ({
  storeysAbove: work.storeys - 1,
  heavyShare: Math.min(1, (work.heavyModules ?? 0) / Math.max(1, work.modules)),
});

/**
 * One visit priced (C15): the work by hour, module, kilowatt peak or cost and margin, travel, water, consumables, access
 * equipment, surcharges, minimum, discount, rounding, tax.
 * @param discounted whether the visit is one of a plan of two or more a year
 */
export function priceVisit(work: VisitWork, book: PriceBook, discounted = false): PricedVisit {
  const terms: VisitTerms = { ...termsOf(work), urgent: false, discounted };
  return { minutes: visitMinutes(work), ...closed(countedLines(work, book), book, terms) };
}

/** Whether a line follows from the others where nobody sets it by hand. */
export const follows = (key: LineKey): boolean => (FOLLOWING as readonly LineKey[]).includes(key);
