import { SET_UP_MINUTES } from '../assumptions.ts';
import { roundHalfAway } from '../units/format.ts';
import { counted } from '../units/words.ts';

/** A contractor's own prices, integer minor units of one currency. */
export interface PriceBook {
  /** for one person for one hour */
  hourlyRate: number;
  crew: number;
  /** for one kilometre driven */
  travelPerKm: number;
  consumablesPerModule: number;
  /** for a lift or scaffold, once a visit */
  accessEquipment: number;
  minimumCharge: number;
  /** surcharge on labour where the work is above one storey, a fraction */
  riskShare: number;
  /** off each visit of a plan of two or more a year, a fraction */
  planDiscount: number;
  /** a fraction */
  taxRate: number;
}

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
  accessEquipment: boolean;
}

export type LineKey =
  | 'labour'
  | 'travel'
  | 'water'
  | 'consumables'
  | 'access'
  | 'risk'
  | 'minimum'
  | 'discount'
  | 'other';

export interface QuoteLine {
  key: LineKey;
  label: string;
  quantity: number;
  unit: string;
  /** minor units, before tax; may be negative for a discount */
  amount: number;
}

export interface PricedVisit {
  minutes: number;
  lines: QuoteLine[];
  net: number;
  tax: number;
  gross: number;
}

/** Minutes of a visit: set-up and packing, soaking, the modules, and the road (C15). */
export const visitMinutes = (work: VisitWork): number =>
  (work.setUpMinutes ?? SET_UP_MINUTES) +
  (work.soakMinutes ?? 0) +
  work.modules * work.minutesPerModule +
  work.travelMinutes;

/** Tax on the sum of the lines, rounded half away from zero; integer minor units. */
export function totals(lines: readonly { amount: number }[], taxRate: number) {
  const net = lines.reduce((sum, line) => sum + line.amount, 0);
  const tax = roundHalfAway(net * taxRate);
  return { net, tax, gross: net + tax };
}

/**
 * One visit priced by cost (C15): time, travel, water, consumables, access equipment, risk, minimum, discount, tax.
 * @param discounted whether the visit is one of a plan of two or more a year
 */
export function priceVisit(work: VisitWork, book: PriceBook, discounted = false): PricedVisit {
  const minutes = visitMinutes(work);
  const hours = minutes / 60;
  const labour = Math.round(hours * book.hourlyRate * book.crew);
  const lines: QuoteLine[] = [
    {
      key: 'labour',
      label: `Work, set-up and driving, ${counted(book.crew, 'person', 'people')}`,
      quantity: roundHalfAway(hours * book.crew, 2),
      unit: 'person-hours',
      amount: labour,
    },
    {
      key: 'travel',
      label: 'Travel',
      quantity: work.travelKm,
      unit: 'km',
      amount: Math.round(work.travelKm * book.travelPerKm),
    },
    { key: 'water', label: 'Water and its treatment', quantity: 1, unit: 'visit', amount: work.waterCost },
    {
      key: 'consumables',
      label: 'Brushes, pads and consumables',
      quantity: work.modules,
      unit: work.modules === 1 ? 'module' : 'modules',
      amount: work.modules * book.consumablesPerModule,
    },
  ];
  if (work.accessEquipment) {
    lines.push({ key: 'access', label: 'Lift or scaffold', quantity: 1, unit: 'visit', amount: book.accessEquipment });
  }
  if (work.storeys > 1 && book.riskShare > 0) {
    const amount = Math.round(labour * book.riskShare * (work.storeys - 1));
    const above = work.storeys - 1;
    const unit = above === 1 ? 'storey' : 'storeys';
    lines.push({ key: 'risk', label: 'Work above one storey', quantity: above, unit, amount });
  }
  const before = totals(lines, 0).net;
  if (before < book.minimumCharge) {
    const amount = book.minimumCharge - before;
    lines.push({ key: 'minimum', label: 'Minimum call-out', quantity: 1, unit: 'visit', amount });
  }
  if (discounted && book.planDiscount > 0) {
    const amount = -Math.round(totals(lines, 0).net * book.planDiscount);
    lines.push({ key: 'discount', label: 'Contract discount', quantity: 1, unit: 'visit', amount });
  }
  return { minutes, lines, ...totals(lines, book.taxRate) };
}

export interface Benefit {
  /** value of the energy that comes back, minor units a visit: tenth, fiftieth and ninetieth percentile */
  p10: number;
  p50: number;
  p90: number;
}

export type Verdict = 'pays' | 'may-pay' | 'does-not-pay';

/** Whether what comes back is worth more than what is asked: surely, perhaps, or not. */
export function verdict(benefit: Benefit, price: number): Verdict {
  if (benefit.p10 >= price) return 'pays';
  return benefit.p90 >= price ? 'may-pay' : 'does-not-pay';
}

/** The sentence that stands on the customer's paper. */
export const VERDICT_SENTENCE: Record<Verdict, string> = {
  pays: 'On these figures the energy recovered is worth more than the wash.',
  'may-pay': 'On these figures the wash may or may not pay for itself in energy; the range above spans its price.',
  'does-not-pay':
    'On these figures the wash does not pay for itself in energy. You may still want it for looks, warranty or to stop growth.',
};

/** What a plan of visits saves in a year, and what the visits beyond the first save of that; minor units. */
export interface PlanSaves {
  visits: number;
  /** of one visit of the plan */
  price: number;
  saves: Benefit;
  beyondFirst: Benefit;
}

/** A plan pays where all its visits do together and those beyond the first do as well: one good visit carries no others. */
export function planVerdict({ visits, price, saves, beyondFirst }: PlanSaves): Verdict {
  const together = verdict(saves, visits * price);
  const further = visits > 1 ? verdict(beyondFirst, (visits - 1) * price) : together;
  if (together === 'does-not-pay' || further === 'does-not-pay') return 'does-not-pay';
  return together === 'pays' && further === 'pays' ? 'pays' : 'may-pay';
}

/**
 * The sentence about a plan of visits for the customer's paper, with the visits beyond the first named where they are
 * what does not pay.
 * @param money an amount in minor units as text
 */
export function planSentence(plan: PlanSaves, money: (amount: number) => string): string {
  const { visits, price, saves, beyondFirst } = plan;
  const range = ({ p10, p90 }: Benefit) => `${money(p10)} to ${money(p90)}`;
  const sum = `The plan of ${visits} visits would save ${range(saves)} of energy a year and cost ${money(visits * price)}.`;
  const found = planVerdict(plan);
  if (found === 'pays') return `${sum} On these figures it pays, and so do the visits beyond the first.`;
  if (found === 'may-pay') return `${sum} On these figures it may or may not pay for itself in energy.`;
  if (visits > 1 && verdict(saves, visits * price) !== 'does-not-pay') {
    const others = visits === 2 ? 'the second visit' : `the ${visits - 1} visits beyond the first`;
    return `${sum} Of that, ${others} would save ${range(beyondFirst)} and cost ${money((visits - 1) * price)}: more than one visit does not pay for itself in energy.`;
  }
  return `${sum} On these figures it does not pay for itself in energy.`;
}
