import { minorDigits } from '../../words/money.ts';

/** How an amount is typed into a field of a form: in a currency, kept in its minor units. */
export const moneyField = (currency: string) => {
  const digits = minorDigits(currency);
  return { kind: 'count' as const, scale: 1 / 10 ** digits, digits, suffix: currency };
};
