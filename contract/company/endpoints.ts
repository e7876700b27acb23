import { z } from 'zod';
import { FITTED_KINDS } from '../../core/fittings/kinds.ts';
import { fraction, price, text, version, zone } from '../common.ts';
import { DESK, endpoint, OWNER } from '../endpoint.ts';

export const companyFields = z.object({
  name: text(120),
  currency: z.string().regex(/^[A-Z]{3}$/, 'must be three letters of ISO 4217, such as ZAR'),
  zone,
  quoteValidDays: z.number().int().min(1).max(365),
  prices: z.object({
    hourlyRate: price,
    crew: z.number().int().min(1).max(20),
    travelPerKm: price,
    consumablesPerModule: price,
    accessEquipment: price,
    minimumCharge: price,
    riskShare: fraction,
    planDiscount: fraction,
    taxRate: fraction,
    /** for a piece, a metre or a square metre of what is fitted, put up; none where nobody has priced it */
    fittings: z.partialRecord(z.enum(FITTED_KINDS), price.nullable()).default({}),
  }),
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
};
