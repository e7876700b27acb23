import type { Plan } from '../../contract/methods/endpoints.ts';
import type { Quote, QuoteBenefit, QuoteLineDoc } from '../../contract/quotes/endpoints.ts';
import { type PricedVisit, totals, VERDICT_SENTENCE, verdict } from '../../core/quotes/price.ts';
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

/** What the customer would gain, and whether that is more than what is asked. */
function benefit(plan: Plan, gross: number, visits: number, planCosts: number): QuoteBenefit {
  const { output } = plan;
  const worth = output.benefit;
  const verdictOfOne = verdict(worth, gross);
  const option = output.visits.options[visits];
  const none = output.visits.options[0];
  const planSaves = none && option ? none.lostValue - option.lostValue : 0;
  return {
    recoverable: output.recoverable,
    worth,
    usedShare: output.usedShare,
    verdict: verdictOfOne,
    sentence: VERDICT_SENTENCE[verdictOfOne],
    planSaves,
    planCosts,
    planVerdict: planSaves >= planCosts ? 'pays' : 'does-not-pay',
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
    benefit: benefit(plan, one.gross, visits, (planned ?? one).gross * visits),
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
    label: 'Off for a plan of visits',
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
    benefit: benefit(plan, one.gross, content.visits, (planned ?? one).gross * content.visits),
  };
}
