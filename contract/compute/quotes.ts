import { z } from 'zod';
import { PLAIN_TERMS, PRICE_BASES } from '../../core/quotes/book.ts';
import { LINE_KEYS } from '../../core/quotes/lines.ts';

/** Minor units and counts, with more room than a visit needs. */
const amount = z.number().int().min(-1e9).max(1e9);
const count = z.number().min(0).max(1e6);
const whole = z.number().int().min(0).max(1e6);
const share = z.number().min(0).max(1);

const work = z.object({
  modules: whole,
  minutesPerModule: count,
  storeys: z.number().int().min(1).max(200),
  travelKm: count,
  travelMinutes: count,
  setUpMinutes: count.optional(),
  soakMinutes: count.optional(),
  waterCost: amount.min(0),
  extraWater: amount.min(0).optional(),
  accessEquipment: z.boolean(),
  machines: amount.min(0).optional(),
  kilowatts: count.optional(),
  heavyModules: whole.optional(),
});

const book = z.object({
  basis: z.enum(PRICE_BASES).default(PLAIN_TERMS.basis),
  hourlyRate: amount.min(0),
  crew: z.number().int().min(1).max(100),
  perModule: amount.min(0).default(PLAIN_TERMS.perModule),
  perKwp: amount.min(0).default(PLAIN_TERMS.perKwp),
  travelPerKm: amount.min(0),
  freeKm: count.default(PLAIN_TERMS.freeKm),
  consumablesPerModule: amount.min(0),
  accessEquipment: amount.min(0),
  minimumCharge: amount.min(0),
  riskShare: share,
  soilShare: share.default(PLAIN_TERMS.soilShare),
  urgentShare: share.default(PLAIN_TERMS.urgentShare),
  planDiscount: share,
  taxRate: share,
  otherTaxes: z.array(z.object({ rate: share, keys: z.array(z.enum(LINE_KEYS)) })).default(PLAIN_TERMS.otherTaxes),
  roundTo: amount.min(0).default(PLAIN_TERMS.roundTo),
  depositShare: share.default(PLAIN_TERMS.depositShare),
  markUp: z.number().min(0).max(100).default(0),
});

/** A visit and the price book that it is priced by; minor units. With `worth`, whether and how likely it pays. */
export const priceInput = z.object({
  work,
  book,
  /** as one of a plan of two or more a year */
  inPlan: z.boolean().default(false),
  /** of each course what it is worth */
  worth: z.array(z.number()).min(1, 'must have at least one value').optional(),
});
