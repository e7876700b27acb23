import { code } from 'currency-codes';

/** Where a currency is not in the list, it has as many as most have. */
const USUAL_DIGITS = 2;

/** How many decimals the minor unit of a currency stands for (ISO 4217, as its maintained list has it). */
export const minorDigits = (currency: string): number => code(currency)?.digits ?? USUAL_DIGITS;
