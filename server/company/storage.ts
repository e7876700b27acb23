import type { z } from 'zod';
import { type Company, companyFields, type costs, costsFields } from '../../contract/company/endpoints.ts';
import type { Costs } from '../../core/quotes/book.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

/** Holds the company's table, so that two set-ups cannot both be the first. @returns whether a company stands already */
export async function lockCompany(trx: Transaction): Promise<boolean> {
  await trx.raw('lock table company in exclusive mode');
  return (await trx('company').first()) !== undefined;
}

type CompanyFields = z.output<typeof companyFields>;

const companyColumns = <T extends Pick<CompanyFields, 'prices' | 'water'>>(company: T) => ({
  ...company,
  prices: json(company.prices),
  water: json(company.water),
});

export const insertCompany = (trx: Transaction, company: CompanyFields): Promise<unknown> =>
  trx('company').insert(companyColumns(company));

/** @returns whether the company still had the version that was read, and so was changed */
export async function updateCompany(trx: Transaction, version: number, company: CompanyFields): Promise<boolean> {
  const updated = await trx('company')
    .where({ version })
    .update({ ...companyColumns(company), version: version + 1 });
  return updated > 0;
}

export async function readCompanyRow(connection: Connection): Promise<Company | null> {
  const row = await connection('company').first();
  const { demo } = await connection('installation').first();
  if (row === undefined) return null;
  const { singleton: _singleton, costs: _costs, ...company } = row;
  return { ...company, prices: companyFields.shape.prices.parse(company.prices), demo };
}

/** What work costs the firm; null where the owner has not said. Its version is its own: the company's form stays as it is typed. */
export async function readCostsRow(connection: Connection): Promise<z.infer<typeof costs>> {
  const row = await connection('company').first('costs');
  if (!row?.costs) return { costs: null, version: 1 };
  const { version, ...own } = row.costs;
  return { costs: costsFields.parse(own), version };
}

/** @returns whether the costs still had the version that was read, and so were changed */
export async function updateCosts(trx: Transaction, version: number, own: Costs): Promise<boolean> {
  const updated = await trx('company')
    .whereRaw(`coalesce((costs ->> 'version')::int, 1) = ?`, [version])
    .update({ costs: json({ ...own, version: version + 1 }) });
  return updated > 0;
}
