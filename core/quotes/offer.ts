import { FITTING_AHEAD, type Finish } from '../assumptions.ts';
import { type Bare, bare, type Finding, written } from '../findings.ts';
import { type FittedKind, type FittingUnit, yearsHeld } from '../fittings/kinds.ts';
import { bestAt } from '../frequency/prices.ts';
import type { Estimate } from '../inspections/soil.ts';
import type { Reason } from '../reasons.ts';
import type { AssumedFact } from '../sites/assumed.ts';
import type { Quantiles } from '../statistics/summary.ts';
import { shareOf } from '../units/rounding.ts';
import type { ClimateName } from '../weather/climates.ts';
import type { PriceBook } from './book.ts';
import {
  bestChoice,
  type CheaperBeside,
  type CheaperChoice,
  offeredBeside,
  type WeighedChoice,
  weighCheaper,
} from './cheaper.ts';
import { type FittingsPriced, fitted } from './fittings.ts';
import type { LineKey, QuoteLine, Totals } from './lines.ts';
import { closed, follows, type PricedVisit, taxOn, type VisitTerms } from './price.ts';
import type { QuoteAddition, QuoteChoice } from './states.ts';
import { chanceOf, type OfferFinding, planFinding, planVerdict, type Verdict, verdict } from './verdict.ts';

/** A line of an offer; `reason` says why it was overruled, and is empty where it stands as computed. */
export interface OfferLine extends QuoteLine {
  reason: string;
}

export interface Offer extends Omit<PricedVisit, 'lines'> {
  lines: OfferLine[];
}

/** What the customer would gain, and whether that is more than what is asked; kWh and minor units. */
export interface OfferBenefit {
  recoverable: Quantiles;
  worth: Quantiles;
  usedShare: number;
  verdict: Verdict;
  /** that one visit pays at its price, and that the plan does; null where no course was reckoned */
  chance: number | null;
  planChance: number | null;
  planSaves: number;
  planCosts: number;
  planVerdict: Verdict;
  planRange: Quantiles;
  beyondFirst: Quantiles;
  climate: ClimateName;
  reasons: Record<'worth' | 'recoverable' | 'planSaves', Reason>;
}

/** A face that is not washed as things stand, with what speaks against it. */
export interface LeftOut<Because> {
  name: string;
  modules: number;
  because: Because[];
}

/** Prices of a visit by itself and as one of a plan. */
export interface PricedBothWays {
  priced: PricedVisit;
  pricedInPlan: PricedVisit;
}

/** What of a plan an offer is made from. */
export interface PlanOffered<Because = Finding<string, object>> extends PricedBothWays {
  finish: Finish;
  /** what the lines that follow from others go by */
  terms: Pick<VisitTerms, 'storeysAbove' | 'heavyShare'>;
  /** the same visits with the spotless finish; null where that is planned anyway */
  spotless: PricedBothWays | null;
  /** of each course the price of a visit up to which it pays, by itself and in the plan; minor units */
  worthUpTo: { one: readonly number[]; planned: readonly number[] };
  visitsChosen: number;
  visits: { options: readonly { lostValue: number }[] };
  recoverable: Quantiles;
  benefit: Quantiles;
  usedShare: number;
  saves: Quantiles;
  beyondFirst: Quantiles;
  climate: ClimateName;
  assumed: AssumedFact[];
  arrays: readonly { name: string; modules: number; stopped: Because[] | null }[];
  fittings: FittingsPriced | null;
  reasons: Record<'benefit' | 'recoverable' | 'planSaves', Reason>;
}

/** A line of what is fitted, or the lift that is brought for it. */
export interface FittingLine {
  label: Finding<'line-fitting', FittedOnFace> | Bare<'line-access'>;
  quantity: number;
  unit: FittingUnit | 'visit';
  /** minor units, before tax */
  amount: number;
  /** whether it pays, and what it is held against; null for a lift, which is in the others */
  says: Finding<'offer-fitting', FittingOffered> | null;
}

/** What is fitted on which rows of a face, and which are left without; `of` is its name, where there are several. */
interface FittedOnFace {
  kind: FittedKind;
  of: string | null;
  rows: number[];
  control: number[];
}

/** Minor units: what a fitting saves over its years, and what it costs with its tax and access. */
interface FittingOffered {
  kind: FittedKind;
  worth: Estimate;
  years: number;
  gross: number;
  verdict: Verdict;
  payback: number | null;
}

/** What is fitted once, at the first visit, where the customer takes it. */
export interface OfferedFittings extends Totals {
  lines: FittingLine[];
  minutes: number;
}

/** One visit, and each of a plan of visits where there is one, with what they are worth. */
export interface OfferContent<Because = Finding<string, object>> {
  one: Offer;
  planned: Offer | null;
  visits: number;
  finish: Finish;
  benefit: OfferBenefit;
  assumed: AssumedFact[];
  /** faces that the price does not wash */
  leftOut: LeftOut<Because>[];
  /** what is fitted once beside the visits, where it is taken; null where nothing is */
  fittings: OfferedFittings | null;
  /** what the spotless finish adds to a visit, where it is taken; null where it is planned anyway or adds nothing */
  spotless: { one: Totals; planned: Totals } | null;
  /** a spray line, put up once, as somebody priced it; null where nobody has */
  sprayLine: Totals | null;
  /** whether the customer wants it at once */
  urgent: boolean;
  /** asked for when it is accepted: a fraction of one visit with its tax and of what is fitted */
  depositShare: number;
}

/** A plan of visits is offered from so many a year on. */
const PLANNED_FROM = 2;

const offered = ({ lines, ...visit }: PricedVisit): Offer => ({ ...visit, lines: lines.map(asComputed) });

const asComputed = (line: QuoteLine): OfferLine => ({ ...line, reason: 'reason' in line ? String(line.reason) : '' });

const more = (one: Totals, other: Totals): Totals => ({
  net: other.net - one.net,
  tax: other.tax - one.tax,
  gross: other.gross - one.gross,
});

/** What the spotless finish adds to a visit by itself and to one of a plan. */
function spotlessAdds({ priced, pricedInPlan, spotless }: PlanOffered<unknown>): OfferContent['spotless'] {
  if (spotless === null) return null;
  const adds = { one: more(priced, spotless.priced), planned: more(pricedInPlan, spotless.pricedInPlan) };
  return adds.one.net > 0 ? adds : null;
}

function benefitOf(plan: PlanOffered<unknown>, one: Offer, planned: Offer | null): OfferBenefit {
  const visits = plan.visitsChosen;
  const price = (planned ?? one).gross;
  const [none, option] = [plan.visits.options[0], plan.visits.options[visits]];
  return {
    recoverable: plan.recoverable,
    worth: plan.benefit,
    usedShare: plan.usedShare,
    verdict: verdict(plan.benefit, one.gross),
    chance: chanceOf(plan.worthUpTo.one, one.gross),
    planChance: chanceOf(plan.worthUpTo.planned, price),
    planSaves: none && option ? none.lostValue - option.lostValue : 0,
    planCosts: visits * price,
    planVerdict: planVerdict({ visits, price, saves: plan.saves, beyondFirst: plan.beyondFirst }),
    planRange: plan.saves,
    beyondFirst: plan.beyondFirst,
    climate: plan.climate,
    reasons: {
      worth: plan.reasons.benefit,
      recoverable: plan.reasons.recoverable,
      planSaves: plan.reasons.planSaves,
    },
  };
}

/** What is fitted, line by line; null where all of it was stopped. */
function fittingsOffered(planned: FittingsPriced, several: boolean): OfferedFittings | null {
  const all = fitted(planned);
  if (all.length === 0) return null;
  const { access, minutes, net, tax, gross } = planned;
  const lines = all.map((one): FittingLine => {
    const { kind, rows, control, quantity, unit, amount, worth, life, verdict: says, payback } = one;
    const years = yearsHeld(life, FITTING_AHEAD.years);
    return {
      label: { code: 'line-fitting', params: { kind, rows, control, of: several ? one.name : null } },
      quantity,
      unit,
      amount,
      says: { code: 'offer-fitting', params: { kind, worth, years, gross: one.gross, verdict: says, payback } },
    };
  });
  const lift: FittingLine = { label: bare('line-access'), quantity: 1, unit: 'visit', amount: access, says: null };
  return { lines: access > 0 ? [...lines, lift] : lines, minutes, net, tax, gross };
}

/** What is offered on a plan, as it was computed. @param depositShare of the price book */
export function offerOf<Because>(
  plan: PlanOffered<Because>,
  { depositShare }: Pick<PriceBook, 'depositShare'>,
): OfferContent<Because> {
  const one = offered(plan.priced);
  const visits = plan.visitsChosen;
  const planned = visits >= PLANNED_FROM ? offered(plan.pricedInPlan) : null;
  return {
    one,
    planned,
    visits,
    finish: plan.finish,
    benefit: benefitOf(plan, one, planned),
    assumed: plan.assumed,
    leftOut: plan.arrays.flatMap(({ name, modules, stopped }) =>
      stopped === null ? [] : [{ name, modules, because: stopped }],
    ),
    fittings: plan.fittings && fittingsOffered(plan.fittings, plan.arrays.length > 1),
    spotless: spotlessAdds(plan),
    sprayLine: null,
    urgent: false,
    depositShare,
  };
}

/** A line set by hand: one that is computed by its key, one that was added by its words. */
export interface LineChange {
  key: LineKey;
  label: string;
  /** minor units */
  amount: number;
  reason: string;
}

const isOf = (line: QuoteLine, { key, label }: LineChange): boolean =>
  line.key === key && (key !== 'other' || (line.label.code === 'written' && line.label.params.text === label));

const added = ({ key, label, amount, reason }: LineChange, book: PriceBook): OfferLine => ({
  key,
  label: key === 'other' || key === 'labour' ? written(label) : bare(`line-${key}`),
  quantity: 1,
  unit: 'visit',
  amount,
  taxRate: taxOn(key, book),
  reason,
});

/**
 * Lines overruled or added by hand, each with its reason; surcharges, minimum, discount, rounding, tax and verdicts follow.
 * @param book of the plan, with the tax rate of the offer
 * @param urgent whether the customer wants it at once; as it was where it is left out
 */
export function overruleLines<T extends OfferContent>(
  offer: T,
  changes: readonly LineChange[],
  plan: PlanOffered,
  book: PriceBook,
  urgent = offer.urgent,
): T {
  const kept = offer.one.lines.map((line) => {
    const change = changes.find((one) => isOf(line, one));
    return change ? { ...line, amount: change.amount, reason: change.reason } : line;
  });
  const byHand = changes.filter((one) => !kept.some((line) => isOf(line, one))).map((one) => added(one, book));
  const set = [...kept, ...byHand].filter(({ key, reason }) => !follows(key) || reason !== '');
  const visit = (discounted: boolean) => {
    const { lines, ...totals } = closed(set, book, { ...plan.terms, urgent, discounted });
    return { ...totals, lines: lines.map(asComputed) };
  };
  const one = { ...offer.one, ...visit(false) };
  const planned = offer.planned && { ...offer.planned, ...visit(true) };
  return { ...offer, urgent, one, planned, benefit: benefitOf(plan, one, planned) };
}

/** One of the ways in which an offer can be accepted: what it costs in a year, what it is held against, and whether it pays. */
export interface OfferedChoice {
  choice: QuoteChoice;
  /** visits that it is for */
  visits: number;
  /** minor units with tax: of one visit, and of all of them */
  each: number;
  gross: number;
  /** minor units; of one visit until it has soiled again, of a plan in a year. Null on quotes from before ranges were kept */
  worth: Quantiles | null;
  verdict: Verdict;
  chance: number | null;
}

/** All that can be accepted of an offer, each by itself. */
export function choicesOf({
  one,
  planned,
  visits,
  benefit,
}: Pick<OfferContent<unknown>, 'one' | 'planned' | 'visits' | 'benefit'>): OfferedChoice[] {
  const alone: OfferedChoice = {
    choice: 'one',
    visits: 1,
    each: one.gross,
    gross: one.gross,
    worth: benefit.worth,
    verdict: benefit.verdict,
    chance: benefit.chance,
  };
  if (planned === null) return [alone];
  const { planRange: worth, planVerdict: verdict, planChance: chance } = benefit;
  const gross = visits * planned.gross;
  return [alone, { choice: 'planned', visits, each: planned.gross, gross, worth, verdict, chance }];
}

/** What can be taken on top of a choice: with tax, minor units, for each visit or once. */
export interface OfferedAddition {
  addition: QuoteAddition;
  gross: number;
  each: 'visit' | 'once';
}

/** What can be taken on top of a choice. */
export function additionsOf(
  { spotless, fittings, sprayLine }: Pick<OfferContent<unknown>, 'spotless' | 'fittings' | 'sprayLine'>,
  choice: QuoteChoice,
): OfferedAddition[] {
  return [
    ...(spotless ? [{ addition: 'spotless' as const, gross: spotless[choice].gross, each: 'visit' as const }] : []),
    ...(fittings ? [{ addition: 'fittings' as const, gross: fittings.gross, each: 'once' as const }] : []),
    ...(sprayLine ? [{ addition: 'spray-line' as const, gross: sprayLine.gross, each: 'once' as const }] : []),
  ];
}

/** What is agreed where a choice is taken with some additions; minor units with tax. */
export interface Taken {
  visits: number;
  /** of one visit, with what is added to each */
  each: number;
  /** of what is fitted once */
  once: number;
  gross: number;
  /** asked for when it is accepted */
  deposit: number;
  /** of one visit, and what the first takes more */
  minutes: number;
  minutesOnce: number;
}

/** What an offer comes to as it is taken. @throws RangeError of a choice or an addition that is not offered */
export function takenOf(
  offer: Omit<OfferContent<unknown>, 'leftOut' | 'assumed' | 'finish'>,
  choice: QuoteChoice,
  additions: readonly QuoteAddition[],
): Taken {
  const visit = choice === 'planned' ? offer.planned : offer.one;
  if (visit === null) throw new RangeError('choice');
  const offeredToo = additionsOf(offer, choice);
  // Whoever ticks twice wants it once.
  const taken = [...new Set(additions)].map((addition) => {
    const found = offeredToo.find((one) => one.addition === addition);
    if (found === undefined) throw new RangeError('additions');
    return found;
  });
  const sum = (each: OfferedAddition['each']) =>
    taken.filter((one) => one.each === each).reduce((all, { gross }) => all + gross, 0);
  const visits = choice === 'planned' ? offer.visits : 1;
  const [each, once] = [visit.gross + sum('visit'), sum('once')];
  return {
    visits,
    each,
    once,
    gross: visits * each + once,
    deposit: shareOf(each + once, offer.depositShare),
    minutes: visit.minutes,
    minutesOnce: additions.includes('fittings') ? (offer.fittings?.minutes ?? 0) : 0,
  };
}

/** A spray line at the price that it is offered for; whatever else as it is. */
const priced = (choice: CheaperChoice, sprayLine: Totals | null): CheaperChoice =>
  choice.key === 'spray-line' && sprayLine ? { ...choice, once: sprayLine.gross } : choice;

/** An offer beside what is cheaper, the least first, and which of all that somebody would take who pays for it. */
export interface BesideCheaper {
  all: WeighedChoice[];
  best: WeighedChoice | null;
}

/**
 * What is offered beside what is cheaper, at the prices of the offer, as the customer sees it: without what was left out.
 * @returns null where nothing cheaper was worked out, as on offers of calculations before 14
 */
export function besideCheaper(
  offer: Pick<OfferContent<unknown>, 'one' | 'planned' | 'visits' | 'benefit' | 'sprayLine'> & {
    cheaper: CheaperBeside | null;
  },
): BesideCheaper | null {
  const { cheaper } = offer;
  if (cheaper === null) return null;
  const leftOut = new Set(cheaper.leftOut.map(({ key }) => key));
  const offered = choicesOf(offer).flatMap(({ choice, gross, worth, verdict: found }) =>
    worth ? [offeredBeside({ key: choice, leaves: cheaper.leaves, saves: worth, cost: gross, verdict: found })] : [],
  );
  const all = [
    ...cheaper.choices
      .filter(({ key }) => !leftOut.has(key))
      .map((one) => weighCheaper(priced(one, offer.sprayLine), offer.one.gross)),
    ...offered,
  ];
  return { all, best: bestChoice(all) };
}

/** The number of visits a year that is best at the prices of an offer. @param options of the plan, by their number */
export const bestVisitsAt = (
  { one, planned }: Pick<OfferContent<unknown>, 'one' | 'planned'>,
  options: readonly { lostValue: number }[],
): number => bestAt(options, (visits) => (visits >= PLANNED_FROM && planned ? planned.gross : one.gross));

/** What a customer is told of the plan of visits on an offer; null where none is offered. */
export function offeredPlan({
  visits,
  planned,
  benefit,
}: Pick<OfferContent, 'visits' | 'planned' | 'benefit'>): OfferFinding | null {
  if (planned === null) return null;
  const { planRange: saves, beyondFirst } = benefit;
  return planFinding({ visits, price: planned.gross, saves, beyondFirst });
}
