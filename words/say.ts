import type { Units } from '../core/units/quantities.ts';
import { english } from './en/index.ts';
import {
  formatDate,
  formatMoney,
  formatMoneyRange,
  formatNumber,
  formatQuantity,
  formatRange,
  formatTime,
} from './format.ts';
import type { AnyFinding, Language, Say } from './language.ts';

/** How the reader wants units, dates and money, and in which language. */
export interface Reader {
  units: Units;
  currency: string;
  /** English where it is left out */
  language?: Language;
}

type Sentence = (params: object, say: Say) => string;

/** What findings of one reader are said with. */
export function sayTo({ units, currency, language = english }: Reader): Say {
  const say: Say = {
    number: (value, digits = 0) => formatNumber(value, digits, units),
    quantity: (value, kind, digits) => formatQuantity(value, kind, units, digits),
    range: (low, high, kind, digits) => formatRange(low, high, kind, units, digits),
    money: (amount, digits = 0) => formatMoney(amount, currency, units, digits),
    moneyRange: (low, high) => formatMoneyRange(low, high, currency, units),
    price: (amount) => formatMoney(amount, currency, units),
    date: (iso) => formatDate(iso, units),
    time: formatTime,
    // A page that is older than its server meets codes that it has no words for: it shows the code, and does not break.
    finding: ({ code, params }) => (language[code] as Sentence | undefined)?.(params, say) ?? code,
  };
  return say;
}

/** A finding as its reader reads it. */
export const findingWords = (finding: AnyFinding, reader: Reader): string => sayTo(reader).finding(finding);
