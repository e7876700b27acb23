import type { Plan } from '../../contract/methods/endpoints.ts';
import type { Quote, QuoteBenefit, QuoteLineDoc } from '../../contract/quotes/endpoints.ts';
import type { PlanInput } from '../../core/methods/plan.ts';
import { type PricedVisit, planVerdict, totals, VERDICT_SENTENCE, verdict } from '../../core/quotes/price.ts';
import { scale } from '../../core/reckoning/reckon.ts';
import type { QuoteContent } from './storage.ts';

export interface LineChange {
  key: QuoteLineDoc['key'];
  label: string;
  amount: number;
  reason: string;
}

const offered = (priced: PricedVisit): Quote['one'] => ({
  lines: priced.lines.map((line) => ({ ...line, reason: '' })),
  net: priced.net,
  tax: priced.tax,
  gross: priced.gross,
  minutes: priced.minutes,
});

/**
 * What the customer would gain, and whether that is more than what is asked.
 * @param price of one visit alone, and of each of a plan of visits, tax included, minor units
 */
function benefit(plan: Plan, visits: number, price: { one: number; planned: number }): QuoteBenefit {
  const { output } = plan;
  const { valuePerKWh } = plan.input as unknown as PlanInput;
  const worth = output.benefit;
  const verdictOfOne = verdict(worth, price.one);
  const option = output.visits.options[visits];
  const none = output.visits.options[0];
  const planRange = option && scale(option.savedEnergy, valuePerKWh);
  // Plans of calculation 6 and before do not say what the visits beyond the first bring.
  const beyondFirst = option?.savedOverOne && scale(option.savedOverOne, valuePerKWh);
  return {
    recoverable: output.recoverable,
    worth,
    usedShare: output.usedShare,
    verdict: verdictOfOne,
    sentence: VERDICT_SENTENCE[verdictOfOne],
    planSaves: none && option ? none.lostValue - option.lostValue : 0,
    planCosts: visits * price.planned,
    planVerdict:
      planRange && beyondFirst
        ? planVerdict({ visits, price: price.planned, saves: planRange, beyondFirst })
        : 'may-pay',
    ...(planRange && { planRange }),
    ...(beyondFirst && { beyondFirst }),
    ...(output.climate === '' ? {} : { climate: output.climate.replace(/ \(made up\)$/, '') }),
    reasons: {
      worth: output.reasons.benefit,
      recoverable: output.reasons.recoverable,
      planSaves: output.reasons.planSaves,
    },
  };
}

/** The content of a fresh draft, from a plan. A plan of visits is offered from two a year on. */
export function composeQuote(
  plan: Plan,
  company: { currency: string; taxRate: number },
  words: { message: string; stated: string },
): QuoteContent {
  const { output } = plan;
  const one = offered(output.priced);
  const visits = output.visitsChosen;
  const planned = visits >= 2 ? offered(output.pricedInPlan) : null;
  return {
    currency: company.currency,
    taxRate: company.taxRate,
    one,
    planned,
    visits,
    finish: plan.finish,
    benefit: benefit(plan, visits, { one: one.gross, planned: (planned ?? one).gross }),
    assumed: output.assumed,
    ...words,
  };
}

/** Lines overruled or added by hand, each with its reason; totals and verdict follow. */
export function overruleLines(content: QuoteContent, changes: LineChange[], plan: Plan): QuoteContent {
  const { planDiscount } = (plan.input as { prices: { planDiscount: number } }).prices;
  const kept = content.one.lines.map((line) => {
    const change = changes.find(({ key, label }) => key === line.key && (key !== 'other' || label === line.label));
    return change ? { ...line, label: change.label, amount: change.amount, reason: change.reason } : line;
  });
  const added = changes
    .filter(({ key, label }) => !kept.some((line) => line.key === key && (key !== 'other' || line.label === label)))
    .map((change) => ({ ...change, quantity: 1, unit: 'visit' }));
  const lines = [...kept, ...added];
  const one = { ...content.one, lines, ...totals(lines, content.taxRate) };
  const discount = {
    key: 'discount' as const,
    label: 'Contract discount',
    quantity: 1,
    unit: 'visit',
    reason: '',
  };
  const plannedLines = [...lines, { ...discount, amount: -Math.round(one.net * planDiscount) }];
  const planned = content.planned && {
    ...content.planned,
    lines: plannedLines,
    ...totals(plannedLines, content.taxRate),
  };
  return {
    ...content,
    one,
    planned,
    benefit: benefit(plan, content.visits, { one: one.gross, planned: (planned ?? one).gross }),
  };
}
