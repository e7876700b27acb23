import type { Bare, Finding } from '../findings.ts';
import type { Quantiles } from '../statistics/summary.ts';
import { type Verdict, verdict } from './verdict.ts';

/** What may stand in the place of a wash, the least first (C15). */
export const CHEAPER = [
  'nothing',
  'rain',
  'rinse',
  'every-second-year',
  'drain-clip',
  'deterrent',
  'coating',
  'spray-line',
  'own-kit',
] as const;
export type CheaperKey = (typeof CHEAPER)[number];

/** Why something cheaper is not to be had here. */
export type NotCheaper = Bare<
  | 'cheaper-no-forecast'
  | 'cheaper-no-rain'
  | 'cheaper-no-water'
  | 'cheaper-out-of-reach'
  | 'cheaper-cracked'
  | 'cheaper-frost'
  | 'cheaper-no-cause'
  | 'cheaper-nobody-climbs'
  | 'cheaper-line-there'
>;

/** What can hurt somebody, or the glass, where a customer does it himself. */
export type CheaperHazard =
  | Bare<
      | 'hazard-hot-glass'
      | 'hazard-stay-down'
      | 'hazard-electric'
      | 'hazard-height'
      | 'hazard-grows'
      | 'hazard-legionella'
      | 'hazard-backflow'
      | 'hazard-no-blade'
    >
  /** uS/cm */
  | Finding<'hazard-hard-water', { conductivity: number }>;

/** What is done, where the name alone does not say it. */
export type CheaperNote =
  | Finding<'cheaper-rain-due', { date: string; rain: number; chance: number }>
  | Finding<'cheaper-rinses', { times: number; litres: number }>
  | Finding<'cheaper-line-runs', { days: number; litres: number }>
  | Finding<'cheaper-own-visits', { visits: number }>;

/** Something that may stand in the place of a wash: what it leaves, saves and costs. Minor units. */
export interface CheaperChoice {
  key: CheaperKey;
  /** share of the loss now that is left after it, a fraction; null where it takes nothing off that lies there already */
  leaves: number | null;
  /** in a year, against nothing at all */
  saves: Quantiles;
  /** once, over how many years; null where nobody has priced it */
  once: number | null;
  lasts: number;
  /** in a year beside that: water, current */
  yearly: number;
  /** washes of the offer in a year that it takes, a half for one in two years */
  washes: number;
  notes: CheaperNote[];
  not: NotCheaper[];
  hazards: CheaperHazard[];
}

/** One of the choices as it stands at the prices of an offer; minor units a year. */
export interface WeighedChoice {
  key: CheaperKey | 'one' | 'planned';
  leaves: number | null;
  saves: Quantiles;
  /** null where nobody has priced it */
  cost: number | null;
  /** what is left of what it saves after its cost; null without a price */
  net: Quantiles | null;
  /** the price, once, up to which it pays on the middle of its range; null where it has one, or costs nothing once */
  worthUpTo: number | null;
  /** years until what is paid once is back; null where nothing is, or where it never is while it lasts */
  payback: number | null;
  verdict: Verdict | null;
  notes: CheaperNote[];
  not: NotCheaper[];
  hazards: CheaperHazard[];
}

const less = ({ p10, p50, p90, mean }: Quantiles, cost: number): Quantiles => ({
  p10: p10 - cost,
  p50: p50 - cost,
  p90: p90 - cost,
  mean: mean - cost,
});

/** A choice at the price of one wash. @param wash minor units with tax */
export function weighCheaper(choice: CheaperChoice, wash: number): WeighedChoice {
  const { key, leaves, saves, once, lasts, yearly, washes, notes, not, hazards } = choice;
  const running = yearly + Math.round(washes * wash);
  const cost = once === null ? null : running + Math.round(once / lasts);
  const back = saves.p50 - running;
  const years = once !== null && once > 0 && back > 0 ? once / back : null;
  return {
    key,
    leaves,
    saves,
    cost,
    net: cost === null ? null : less(saves, cost),
    worthUpTo: once === null ? Math.max(0, Math.round(back * lasts)) : null,
    payback: years !== null && years <= lasts ? years : null,
    verdict: cost === null || cost === 0 ? null : verdict(saves, cost),
    notes,
    not,
    hazards,
  };
}

/** What stands beside an offer in the place of its wash, and what of it is not shown to the customer, with why. */
export interface CheaperBeside {
  choices: CheaperChoice[];
  /** share of the loss now that one wash of the offer leaves, a fraction */
  leaves: number;
  leftOut: { key: CheaperKey; reason: string }[];
}

/** What is offered, as it stands beside what is cheaper. */
export interface OfferedBeside {
  key: 'one' | 'planned';
  leaves: number | null;
  saves: Quantiles;
  cost: number;
  verdict: Verdict;
}

export const offeredBeside = ({ key, leaves, saves, cost, verdict: found }: OfferedBeside): WeighedChoice => ({
  ...{ key, leaves, saves, cost, verdict: found },
  net: less(saves, cost),
  worthUpTo: null,
  payback: null,
  notes: [],
  not: [],
  hazards: [],
});

/**
 * What somebody who pays for it themselves would take: the choice that leaves most on the middle of its range, of those that can
 * be had here and have a price; of two alike the earlier, which is the cheaper one.
 */
export function bestChoice(choices: readonly WeighedChoice[]): WeighedChoice | null {
  return choices
    .filter(({ net, not }) => net !== null && not.length === 0)
    .reduce<WeighedChoice | null>(
      (best, one) => (best === null || (one.net?.p50 ?? 0) > (best.net?.p50 ?? 0) ? one : best),
      null,
    );
}
