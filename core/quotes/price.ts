import { SET_UP_MINUTES } from '../assumptions.ts';
import { type Bare, bare, type Finding, type Written } from '../findings.ts';
import { roundHalfAway, shareOf } from '../units/rounding.ts';
import type { ClimateName } from '../weather/climates.ts';

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
  /** minor units for the hire or wear of machines; default 0 */
  machines?: number;
}

export const LINE_KEYS = [
  'labour',
  'travel',
  'water',
  'consumables',
  'access',
  'machine',
  'risk',
  'minimum',
  'discount',
  'other',
] as const;
export type LineKey = (typeof LINE_KEYS)[number];

/** What a quantity of a line is counted in. */
export const LINE_UNITS = ['person-hour', 'hour', 'km', 'visit', 'module', 'storey'] as const;
export type LineUnit = (typeof LINE_UNITS)[number];

/** What a line is for; `people` at work. A line that somebody added carries their words. */
export type LineLabel =
  | Finding<'line-labour', { people: number }>
  | Bare<`line-${Exclude<LineKey, 'labour' | 'other'>}`>
  | Written;

export interface QuoteLine {
  key: LineKey;
  label: LineLabel;
  quantity: number;
  unit: LineUnit;
  /** minor units, before tax; may be negative for a discount */
  amount: number;
}

export interface PricedVisit extends Totals {
  minutes: number;
  lines: QuoteLine[];
}

/** Minutes of a visit: set-up and packing, soaking, the modules, and the road (C15). */
export const visitMinutes = (work: VisitWork): number =>
  (work.setUpMinutes ?? SET_UP_MINUTES) +
  (work.soakMinutes ?? 0) +
  work.modules * work.minutesPerModule +
  work.travelMinutes;

/** Integer minor units: before tax, the tax on it, and both. */
export interface Totals {
  net: number;
  tax: number;
  gross: number;
}

/** Tax on the sum of the lines, rounded half away from zero; integer minor units. */
export function totals(lines: readonly { amount: number }[], taxRate: number): Totals {
  const net = lines.reduce((sum, line) => sum + line.amount, 0);
  const tax = shareOf(net, taxRate);
  return { net, tax, gross: net + tax };
}

const line = (
  key: Exclude<LineKey, 'labour' | 'other'>,
  quantity: number,
  unit: LineUnit,
  amount: number,
): QuoteLine => ({ key, label: bare(`line-${key}`), quantity, unit, amount });

/**
 * One visit priced by cost (C15): time, travel, water, consumables, access equipment, risk, minimum, discount, tax.
 * @param discounted whether the visit is one of a plan of two or more a year
 */
export function priceVisit(work: VisitWork, book: PriceBook, discounted = false): PricedVisit {
  const minutes = visitMinutes(work);
  const hours = minutes / 60;
  const labour = Math.round(hours * book.hourlyRate * book.crew);
  const visit = (key: 'water' | 'access' | 'machine' | 'minimum' | 'discount', amount: number) =>
    line(key, 1, 'visit', amount);
  const lines: QuoteLine[] = [
    {
      key: 'labour',
      label: { code: 'line-labour', params: { people: book.crew } },
      quantity: roundHalfAway(hours * book.crew, 2),
      unit: 'person-hour',
      amount: labour,
    },
    line('travel', work.travelKm, 'km', Math.round(work.travelKm * book.travelPerKm)),
    visit('water', work.waterCost),
    line('consumables', work.modules, 'module', work.modules * book.consumablesPerModule),
  ];
  if (work.accessEquipment) lines.push(visit('access', book.accessEquipment));
  if (work.machines) lines.push(visit('machine', work.machines));
  if (work.storeys > 1 && book.riskShare > 0) {
    const above = work.storeys - 1;
    lines.push(line('risk', above, 'storey', Math.round(labour * book.riskShare * above)));
  }
  const before = totals(lines, 0).net;
  if (before < book.minimumCharge) lines.push(visit('minimum', book.minimumCharge - before));
  if (discounted && book.planDiscount > 0)
    lines.push(visit('discount', -shareOf(totals(lines, 0).net, book.planDiscount)));
  return { minutes, lines, ...totals(lines, book.taxRate) };
}

export interface Benefit {
  /** value of the energy that comes back, minor units a visit: tenth, fiftieth and ninetieth percentile */
  p10: number;
  p50: number;
  p90: number;
}

export const VERDICTS = ['pays', 'may-pay', 'does-not-pay'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Whether what comes back is worth more than what is asked: surely, perhaps, or not. */
export function verdict(benefit: Benefit, price: number): Verdict {
  if (benefit.p10 >= price) return 'pays';
  return benefit.p90 >= price ? 'may-pay' : 'does-not-pay';
}

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

/** What a customer is told of an offer; minor units. Where the visits beyond the first are what does not pay, they are named. */
export type OfferFinding =
  | Bare<`verdict-${Verdict}`>
  | Finding<'line-quantity', { quantity: number; unit: LineUnit }>
  /** what the figures rest on: which weather; null on older quotes */
  | Finding<'offer-weather', { climate: ClimateName | null }>
  | Finding<'plan-of-visits', PlanSaves & { verdict: Verdict; beyondFirstFails: boolean }>
  /** of an older calculation: no ranges, and no verdict on them */
  | Finding<'plan-of-visits-without-range', { saves: number; costs: number }>;

/** What a plan of visits saves and costs and whether it pays; minor units. */
export function planFinding(plan: PlanSaves): OfferFinding {
  const found = planVerdict(plan);
  const beyondFirstFails =
    found === 'does-not-pay' && plan.visits > 1 && verdict(plan.saves, plan.visits * plan.price) !== 'does-not-pay';
  return { code: 'plan-of-visits', params: { ...plan, verdict: found, beyondFirstFails } };
}
