import { type Company, type companyEndpoints, UNNAMED_COMPANY } from '../../contract/company/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import { bookAtCost, type PriceBook } from '../../core/quotes/book.ts';
import type { Context } from '../context.ts';
import { AppError, invalid, outOfOrder } from '../errors.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { INSTALLATION_ID, mustHave, trail } from '../storage/writing.ts';
import { readCompanyRow, readCostsRow, updateCompany, updateCosts } from './storage.ts';

type Endpoints = typeof companyEndpoints;

export async function readCompany(context: Pick<Context, 'database'>) {
  return mustHave((await readCompanyRow(context.database)) ?? undefined, 'company');
}

/** The company as it signs what a customer gets: it has a name. @param paper on which the name stands */
export async function readNamedCompany(context: Pick<Context, 'database'>, paper: string) {
  const company = await readCompany(context);
  if (company.name === UNNAMED_COMPANY)
    throw outOfOrder(
      `Your company has no name yet, and its name stands on the ${paper}. Give it one under Company first.`,
    );
  return company;
}

/** The price book that plans and quotes go by: where the work is charged by cost and margin, at the owner's costs. */
export async function readPrices({ database }: Pick<Context, 'database'>): Promise<BookOfCompany> {
  return pricesOf(database, await readCompany({ database }));
}

/** The same, of a company that has been read. */
export async function pricesOf(connection: Connection, { prices }: Pick<Company, 'prices'>): Promise<BookOfCompany> {
  const { costs } = await readCostsRow(connection);
  return bookAtCost(prices, costs) as BookOfCompany;
}
type BookOfCompany = PriceBook & Pick<Company['prices'], 'fittings'>;

const late = (current: unknown, asked: unknown): AppError =>
  new AppError(
    'conflict',
    'Changed by somebody else',
    'The company was changed since you opened it. Compare and save again.',
    { current, asked },
  );

export function changeCompany(context: Context, body: BodyOf<Endpoints['changeCompany']>) {
  const { version, ...company } = body;
  return inTransaction(context, async (trx) => {
    if (company.prices.basis === 'cost' && (await readCostsRow(trx)).costs === null)
      throw invalid('prices.basis', 'needs your costs first: enter them under Costs and margin');
    if (!(await updateCompany(trx, version, company))) throw late(await readCompanyRow(trx), body);
    await trail(trx, context, { record: 'company', id: INSTALLATION_ID, action: 'change', change: body });
    return readCompany({ database: trx });
  });
}

export const readCosts = (connection: Connection) => readCostsRow(connection);

export function changeCosts(context: Context, { version, ...costs }: BodyOf<Endpoints['changeCosts']>) {
  return inTransaction(context, async (trx) => {
    if (!(await updateCosts(trx, version, costs))) throw late(await readCostsRow(trx), { ...costs, version });
    // Whoever reads the trail may be at the desk: that the costs were changed stands there, what they are does not.
    await trail(trx, context, {
      record: 'company',
      id: INSTALLATION_ID,
      action: 'change',
      change: { costs: 'changed' },
    });
    return readCostsRow(trx);
  });
}
