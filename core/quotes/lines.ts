import type { Bare, Finding, Written } from '../findings.ts';
import { shareOf } from '../units/rounding.ts';

export const LINE_KEYS = [
  'labour',
  'wash',
  'travel',
  'water',
  'consumables',
  'access',
  'machine',
  'risk',
  'soil',
  'other',
  'urgency',
  'minimum',
  'discount',
  'rounding',
] as const;
export type LineKey = (typeof LINE_KEYS)[number];

/** What a quantity of a line is counted in. */
export const LINE_UNITS = ['person-hour', 'hour', 'km', 'visit', 'module', 'storey', 'kwp'] as const;
export type LineUnit = (typeof LINE_UNITS)[number];

/** What a line is for; `people` at work. A line that somebody added carries their words. */
export type LineLabel =
  | Finding<'line-labour', { people: number }>
  | Bare<`line-${Exclude<LineKey, 'labour' | 'other'>}`>
  | Written;

export interface QuoteLine {
  key: LineKey;
  label: LineLabel;
  quantity: number;
  unit: LineUnit;
  /** minor units, before tax; may be negative for a discount */
  amount: number;
  /** of tax on it, a fraction */
  taxRate: number;
}

/** What is taxed at one rate, integer minor units. */
export interface TaxPart {
  rate: number;
  net: number;
  tax: number;
}

/** Integer minor units: before tax, the tax on it, and both. */
export interface Totals {
  net: number;
  tax: number;
  gross: number;
}

/** Of some lines together before tax, minor units. */
export const net = (lines: readonly { amount: number }[]): number => lines.reduce((sum, { amount }) => sum + amount, 0);

/** Tax on the sum of lines of one rate, rounded half away from zero; integer minor units. */
export function totals(lines: readonly { amount: number }[], taxRate: number): Totals {
  const before = net(lines);
  const tax = shareOf(before, taxRate);
  return { net: before, tax, gross: before + tax };
}

/** The tax on the sum of each rate's lines (C15). */
export function totalsByRate(lines: readonly Pick<QuoteLine, 'amount' | 'taxRate'>[]): Totals & { taxes: TaxPart[] } {
  const rates = [...new Set(lines.map(({ taxRate }) => taxRate))].sort((one, other) => other - one);
  const taxes = rates.map((rate): TaxPart => {
    const part = totals(
      lines.filter(({ taxRate }) => taxRate === rate),
      rate,
    );
    return { rate, net: part.net, tax: part.tax };
  });
  const before = net(lines);
  const tax = taxes.reduce((sum, part) => sum + part.tax, 0);
  return { net: before, tax, gross: before + tax, taxes };
}
