/** Minor digits of the currencies that do not have two. Everything else has two (ISO 4217). */
const MINOR_DIGITS: Record<string, number> = {
  BHD: 3,
  CLP: 0,
  ISK: 0,
  JOD: 3,
  JPY: 0,
  KRW: 0,
  KWD: 3,
  OMR: 3,
  PYG: 0,
  TND: 3,
  UGX: 0,
  VND: 0,
  XAF: 0,
  XOF: 0,
};

/** How many decimals the minor unit of a currency stands for. */
export const minorDigits = (currency: string): number => MINOR_DIGITS[currency] ?? 2;
