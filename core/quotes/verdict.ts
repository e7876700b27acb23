import type { Bare, Finding } from '../findings.ts';
import type { ClimateName } from '../weather/climates.ts';
import type { LineUnit } from './lines.ts';

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

/**
 * The chance that something pays at a price: the share of the courses in which it would be worth that price or more.
 * @param worthUpTo minor units: of each course the price of a visit up to which it pays
 * @returns a fraction; null where no courses were kept
 */
export const chanceOf = (worthUpTo: readonly number[], price: number): number | null =>
  worthUpTo.length === 0 ? null : worthUpTo.filter((worth) => worth >= price).length / worthUpTo.length;

/** The price of each visit up to which a plan pays in a course: all visits together, and those beyond the first by themselves. */
export const planWorthUpTo = (visits: number, saves: number, beyondFirst: number): number =>
  visits > 1 ? Math.min(saves / visits, beyondFirst / (visits - 1)) : saves;

/** What a customer is told of an offer; minor units. Where the visits beyond the first are what does not pay, they are named. */
export type OfferFinding =
  | Bare<`verdict-${Verdict}`>
  /** how likely it is to pay, a fraction; the share of the courses that it was reckoned over */
  | Finding<'chance-of-paying', { chance: number }>
  | Finding<'line-quantity', { quantity: number; unit: LineUnit }>
  /** what the figures rest on: which weather */
  | Finding<'offer-weather', { climate: ClimateName }>
  | Finding<'plan-of-visits', PlanSaves & { verdict: Verdict; beyondFirstFails: boolean }>;

/** What a plan of visits saves and costs and whether it pays; minor units. */
export function planFinding(plan: PlanSaves): OfferFinding {
  const found = planVerdict(plan);
  const beyondFirstFails =
    found === 'does-not-pay' && plan.visits > 1 && verdict(plan.saves, plan.visits * plan.price) !== 'does-not-pay';
  return { code: 'plan-of-visits', params: { ...plan, verdict: found, beyondFirstFails } };
}
