import type { Plan } from '../../contract/methods/endpoints.ts';
import type { QuoteContent } from '../../contract/quotes/endpoints.ts';
import type { WayRefusal } from '../../core/methods/refusals.ts';
import type { PlanInput } from '../../core/methods/visit.ts';
import { type LineChange, offerOf, overruleLines, type PlanOffered } from '../../core/quotes/offer.ts';

const offeredOn = ({ finish, output }: Plan): PlanOffered<WayRefusal> => ({ finish, ...output });

/** The content of a fresh draft, from a plan. */
export const composeQuote = (
  plan: Plan,
  company: { currency: string; taxRate: number },
  words: { message: string; stated: string },
): QuoteContent => ({
  ...offerOf(offeredOn(plan)),
  currency: company.currency,
  taxRate: company.taxRate,
  message: words.message,
  stated: words.stated,
});

/** A draft with lines overruled or added by hand. */
export function changeLines(content: QuoteContent, changes: readonly LineChange[], plan: Plan): QuoteContent {
  const { planDiscount } = (plan.input as unknown as PlanInput).prices;
  return overruleLines(content, changes, offeredOn(plan), { planDiscount, taxRate: content.taxRate });
}
