import { type Plan, plan } from '../../contract/methods/endpoints.ts';
import { outOfOrder } from '../errors.ts';
import { withPerson } from '../people/names.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { json } from '../storage/database.ts';
import { newestOf } from '../storage/newest.ts';
import { lastEnteredFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** Plans with the name of whoever made them. */
const named = (connection: Connection) =>
  withPerson(connection('plans'), 'plans.by').select('plans.*', 'people.name as by');

type NewPlan = Omit<Plan, 'at' | 'input' | 'output'> & {
  siteId: string;
  at: Date;
  input: unknown;
  output: Plan['output'];
};

export const insertPlan = (trx: Transaction, { overrides, input, output, ...row }: NewPlan): Promise<unknown> =>
  trx('plans').insert({
    ...row,
    overrides: json(overrides),
    input: json(input),
    output: json(output),
    visits: output.visitsChosen,
    bestVisits: output.visits.best,
  });

/** The plan, or a 404. */
export async function readPlan(connection: Connection, id: string): Promise<Plan> {
  return plan.parse(mustHave(await named(connection).where({ 'plans.id': id }).first(), 'plan'));
}

/** The price book that a plan was made with, and what water cost. */
export async function pricesOfPlan(connection: Connection, id: string): Promise<{ work: object; water: unknown }> {
  const prices = connection.raw("input->'prices' as work, input->'water'->'prices' as water");
  return mustHave(await connection('plans').where({ id }).first(prices), 'plan');
}

/** The newest plan of a site, if it has one. */
export async function newestPlan(connection: Connection, siteId: string): Promise<Plan | undefined> {
  const [row] = await listPlanRows(connection, siteId, { limit: 1 });
  return row;
}

/** The plan that an offer is made from; a refusal where nobody has planned. */
export async function lastPlan(connection: Connection, siteId: string): Promise<Plan> {
  const found = await newestPlan(connection, siteId);
  if (found === undefined) throw outOfOrder('This site has no plan yet. Plan water, method and visits first.');
  return found;
}

/** One more than a page of a site's plans, newest first. */
export async function listPlanRows(
  connection: Connection,
  siteId: string,
  query: PageQuery,
): Promise<(Plan & { entered: number })[]> {
  const rows = await lastEnteredFirst(named(connection).where({ siteId }), 'plans.entered', query);
  return rows.map((row) => ({ ...plan.parse(row), entered: row.entered }));
}

/** The newest plan of each of some sites, as far as its standing needs it. */
export const newestPlans = (
  connection: Connection,
  siteIds: readonly string[],
): Promise<{ siteId: string; id: string; at: string; visits: number; overruled: boolean }[]> =>
  newestOf(
    connection,
    'plans',
    { by: 'site_id', order: 'entered', ids: siteIds },
    // What is fitted is added, and overrules nothing.
    `id, at, visits, (overrides - 'arrays' <> '{}'::jsonb
      or jsonb_path_exists(overrides, '$.arrays.*.keyvalue().key \\? (@ <> "fittings")')) as overruled`,
  );

/** Plans of a site, by a column, that have found since a moment that no visit pays. */
export const plansWithoutVisit = (connection: Connection, site: string, since: string) =>
  connection('plans').whereRaw(`plans.site_id = ${site} and plans.at >= ${since} and plans.best_visits = 0`);

/** Every plan of a site as it is stored. */
export const recordedPlans = (connection: Connection, siteId: string): Promise<Record<string, unknown>[]> =>
  connection('plans').where({ siteId }).orderBy('at');
