import { type Plan, plan } from '../../contract/methods/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { json } from '../storage/database.ts';
import { lastEnteredFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';
import { lifted } from './lift.ts';

/** Plans with the name of whoever made them. */
const named = (connection: Connection) =>
  connection('plans').join('people', 'people.id', 'plans.by').select('plans.*', 'people.name as by');

type NewPlan = Omit<Plan, 'at' | 'input' | 'output'> & { siteId: string; at: Date; input: unknown; output: unknown };

export const insertPlan = (trx: Transaction, { overrides, input, output, ...row }: NewPlan): Promise<unknown> =>
  trx('plans').insert({ ...row, overrides: json(overrides), input: json(input), output: json(output) });

/** The plan, or a 404. */
export async function readPlan(connection: Connection, id: string): Promise<Plan> {
  return plan.parse(lifted(mustHave(await named(connection).where({ 'plans.id': id }).first(), 'plan')));
}

/** The newest plan of a site, if it has one. */
export async function newestPlan(connection: Connection, siteId: string): Promise<Plan | undefined> {
  const [row] = await listPlanRows(connection, siteId, { limit: 1 });
  return row;
}

/** One more than a page of a site's plans, newest first. */
export async function listPlanRows(
  connection: Connection,
  siteId: string,
  query: PageQuery,
): Promise<(Plan & { entered: number })[]> {
  const rows = await lastEnteredFirst(named(connection).where({ siteId }), 'plans.entered', query);
  return rows.map((row) => ({ ...plan.parse(lifted(row)), entered: row.entered }));
}
