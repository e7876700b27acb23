import { priceVisit } from '../../../core/quotes/price.ts';
import { chanceOf, verdict } from '../../../core/quotes/verdict.ts';
import { quantilesOf } from '../../../core/statistics/summary.ts';
import { priceInput } from '../quotes.ts';
import { command } from './command.ts';

export const price = command(priceInput, ({ work, book, inPlan, worth }) => {
  const { minutes, lines, ...totals } = priceVisit(work, book, inPlan);
  return {
    minutes,
    lines: lines.map(({ label: _, ...line }) => line),
    ...totals,
    ...(worth && { verdict: verdict(quantilesOf(worth), totals.gross), chance: chanceOf(worth, totals.gross) }),
  };
});
