import type { FittedKind } from '../fittings/kinds.ts';
import type { LineKey } from './lines.ts';

/** What the work on the glass is charged by. */
export const PRICE_BASES = ['hour', 'module', 'kwp', 'cost'] as const;
export type PriceBasis = (typeof PRICE_BASES)[number];

/** A rate of tax beside the usual one, and the lines that it is on. */
export interface OtherTax {
  /** a fraction */
  rate: number;
  keys: LineKey[];
}

/** A contractor's own prices, integer minor units of one currency. */
export interface PriceBook {
  basis: PriceBasis;
  /** for one person for one hour */
  hourlyRate: number;
  crew: number;
  /** for one module or one kilowatt peak, all in: time, water, consumables; where the work is charged by them */
  perModule: number;
  perKwp: number;
  /** for one kilometre driven, and the kilometres there and back that are not charged */
  travelPerKm: number;
  freeKm: number;
  consumablesPerModule: number;
  /** for a lift or scaffold, once a visit */
  accessEquipment: number;
  minimumCharge: number;
  /** surcharge on the work where it is above one storey, a fraction for each storey */
  riskShare: number;
  /** surcharge on what is charged by module or kilowatt peak where the glass takes more than brush and water, a fraction */
  soilShare: number;
  /** surcharge on the work where the customer wants it at once, a fraction */
  urgentShare: number;
  /** off each visit of a plan of two or more a year, a fraction */
  planDiscount: number;
  /** a fraction; of every line that no other rate is on */
  taxRate: number;
  otherTaxes: OtherTax[];
  /** what a price before tax is a multiple of, minor units; 0 where it is not rounded */
  roundTo: number;
  /** asked for when an offer is accepted, a fraction of one visit with its tax */
  depositShare: number;
  /** on water and machines, a fraction of what they cost; only in books of before, by cost and margin */
  markUp?: number;
}

/** The part of a price book that calculations before 14 did not have, as they went. */
export const PLAIN_TERMS = {
  basis: 'hour',
  perModule: 0,
  perKwp: 0,
  freeKm: 0,
  soilShare: 0,
  urgentShare: 0,
  otherTaxes: [],
  roundTo: 0,
  depositShare: 0,
} satisfies Partial<PriceBook>;

/** What the owner keeps to himself: what work costs the firm, and what is to be left of a price. */
export interface Costs {
  /** minor units: an hour of one person, wages and all; a kilometre driven */
  hour: number;
  perKm: number;
  /** a piece, metre or square metre of what is fitted, as it is bought; null or none where nobody has said */
  fittings: Partial<Record<FittedKind, number | null>>;
  /** what is left of what work and road are asked where they are charged by cost and margin, a fraction under 1 */
  margin: number;
  /** the margin below which only the owner sends an offer; null where there is none */
  floor: number | null;
}

/**
 * The price book of a firm that charges by its costs and a margin: an hour or a kilometre that costs 75 at a margin of a quarter is
 * asked 100 for. What is bought or hired, such as water, consumables, a machine or a lift, stays at what it costs: what these cost is
 * known at the desk and beside other choices on the customer's paper, and a margin on them could be read off. The book as it is
 * where the work is charged otherwise.
 */
export function bookAtCost(book: PriceBook, costs: Costs | null): PriceBook {
  if (book.basis !== 'cost' || costs === null) return book;
  const asked = (cost: number) => Math.round(cost / (1 - costs.margin));
  return {
    ...book,
    hourlyRate: asked(costs.hour),
    travelPerKm: asked(costs.perKm),
  };
}
