import type { PriceBasis } from '../../core/quotes/book.ts';
import type { LineKey } from '../../core/quotes/lines.ts';

/** What the work on the glass is charged by. */
export const BASIS_WORDS: Record<PriceBasis, string> = {
  hour: 'by the hour',
  module: 'by the module',
  kwp: 'by the kWp',
  cost: 'by cost and margin',
};

/** Lines of a price by their kind, where no quantity stands beside them. */
export const LINE_WORDS: Record<LineKey, string> = {
  labour: 'Work',
  wash: 'Washing, all in',
  travel: 'Travel',
  water: 'Water',
  consumables: 'Consumables',
  access: 'Lift or scaffold',
  machine: 'Machines',
  risk: 'Above one storey',
  soil: 'Heavy dirt',
  other: 'By hand',
  urgency: 'At once',
  minimum: 'Minimum call-out',
  discount: 'Contract discount',
  rounding: 'Rounding',
};
