import { z } from 'zod';
import { FITTED_KINDS } from '../../core/fittings/kinds.ts';
import { PRICE_BASES } from '../../core/quotes/book.ts';
import { LINE_KEYS } from '../../core/quotes/lines.ts';
import { fraction, price, text, version, zone } from '../common.ts';
import { DESK, endpoint, OWNER } from '../endpoint.ts';

/** A rate of tax beside the usual one, and the lines that it is on. */
const otherTax = z.object({ rate: fraction, keys: z.array(z.enum(LINE_KEYS)).min(1, 'must name at least one line') });

/** What a company is called until its first owner has named it; nothing goes out to a customer under it. */
export const UNNAMED_COMPANY = 'Your company';

export const companyFields = z.object({
  name: text(120),
  currency: z.string().regex(/^[A-Z]{3}$/, 'must be three letters of ISO 4217, such as ZAR'),
  zone,
  quoteValidDays: z.number().int().min(1).max(365),
  prices: z
    .object({
      /** what the work on the glass is charged by */
      basis: z.enum(PRICE_BASES).default('hour'),
      hourlyRate: price,
      crew: z.number().int().min(1).max(20),
      perModule: price.default(0),
      perKwp: price.default(0),
      travelPerKm: price,
      freeKm: z.number().min(0).max(1000).default(0),
      consumablesPerModule: price,
      accessEquipment: price,
      minimumCharge: price,
      riskShare: fraction,
      soilShare: fraction.default(0),
      urgentShare: fraction.default(0),
      planDiscount: fraction,
      taxRate: fraction,
      otherTaxes: z.array(otherTax).max(3).default([]),
      roundTo: price.default(0),
      depositShare: fraction.default(0),
      /** for a piece, a metre or a square metre of what is fitted, put up; none where nobody has priced it */
      fittings: z.partialRecord(z.enum(FITTED_KINDS), price.nullable()).default({}),
    })
    .refine(({ basis, perModule }) => basis !== 'module' || perModule > 0, {
      path: ['perModule'],
      message: 'must be over 0 where the work is charged by the module',
    })
    .refine(({ basis, perKwp }) => basis !== 'kwp' || perKwp > 0, {
      path: ['perKwp'],
      message: 'must be over 0 where the work is charged by the kilowatt peak',
    })
    .refine(
      ({ otherTaxes }) => {
        const keys = otherTaxes.flatMap((one) => one.keys);
        return new Set(keys).size === keys.length;
      },
      { path: ['otherTaxes'], message: 'must name each line under one rate only' },
    ),
  water: z.object({
    boughtConductivity: z.number().min(0).max(5000),
    changeAt: z.number().gt(0).max(5000),
    resinLitres: z.number().gt(0).max(1000),
    resinUtilisation: fraction.refine((value) => value > 0, 'must be over 0'),
    osmosisRejection: z.number().gt(0).lt(1),
    osmosisRecovery: z.number().gt(0).lt(1),
    osmosisFlow25: z.number().gt(0).max(100_000),
    sourcePer1000: price,
    boughtPer1000: price,
    resinPerLitre: price,
    osmosisPer1000: price,
  }),
});
export const company = companyFields.extend({ version, demo: z.boolean() });
export type Company = z.infer<typeof company>;

/** What everybody of a company may know of it; prices are the desk's. */
export const companyCard = company.pick({ name: true, currency: true, zone: true, demo: true });

/** What work costs the firm; the owner's alone. */
export const costsFields = z.object({
  /** an hour of one person, wages and all; a kilometre driven */
  hour: price.min(1, 'must be over 0'),
  perKm: price,
  /** a piece, a metre or a square metre of what is fitted, as it is bought; none where nobody has said */
  fittings: z.partialRecord(z.enum(FITTED_KINDS), price.nullable()).default({}),
  /** what is left of a price where the work is charged by cost and margin, a fraction of the price */
  margin: z.number().min(0).max(0.95),
  /** what must be left of an offer that anybody but the owner sends; null where nothing must */
  floor: z.number().min(0).max(0.95).nullable(),
});
export const costs = z.object({ costs: costsFields.nullable(), version });

export const companyEndpoints = {
  readCompany: endpoint({
    method: 'GET',
    path: '/api/company',
    summary: 'The company and its prices',
    roles: DESK,
    answer: company,
  }),
  changeCompany: endpoint({
    method: 'PUT',
    path: '/api/company',
    summary: 'Change the company, its prices and its water kit',
    roles: OWNER,
    body: companyFields.extend({ version }),
    answer: company,
  }),
  readCosts: endpoint({
    method: 'GET',
    path: '/api/company/costs',
    summary: 'What work costs the firm, and the margin that is to be left',
    roles: OWNER,
    answer: costs,
  }),
  changeCosts: endpoint({
    method: 'PUT',
    path: '/api/company/costs',
    summary: 'Change what work costs the firm, and the margin that is to be left',
    roles: OWNER,
    body: costsFields.extend({ version }),
    answer: costs,
  }),
};
