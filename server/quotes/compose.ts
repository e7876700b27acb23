import type { Plan } from '../../contract/methods/endpoints.ts';
import type { QuoteContent } from '../../contract/quotes/endpoints.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import type { PriceBook } from '../../core/quotes/book.ts';
import type { CheaperBeside } from '../../core/quotes/cheaper.ts';
import { type LineChange, offerOf, overruleLines, type PlanOffered } from '../../core/quotes/offer.ts';
import type { WayRefusal } from '../../core/rules/refusals.ts';

const offeredOn = ({ finish, output }: Plan): PlanOffered<WayRefusal> => ({ finish, ...output });

/** The price book that a plan went by. */
export const bookOf = ({ input }: Plan): PriceBook => (input as unknown as PlanInput).prices;

/** The content of a fresh draft, from a plan. */
export const composeQuote = (
  plan: Plan,
  { currency }: { currency: string },
  cheaper: CheaperBeside | null,
  words: { message: string; stated: string },
): QuoteContent => ({
  cheaper,
  ...offerOf(offeredOn(plan), bookOf(plan)),
  currency,
  taxRate: bookOf(plan).taxRate,
  message: words.message,
  stated: words.stated,
});

/** A draft with lines overruled or added by hand. @param urgent whether the customer wants it at once; as it was where left out */
export const changeLines = (
  content: QuoteContent,
  changes: readonly LineChange[],
  plan: Plan,
  urgent?: boolean,
): QuoteContent =>
  overruleLines(content, changes, offeredOn(plan), { ...bookOf(plan), taxRate: content.taxRate }, urgent);
