import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import { type Plan, plan } from '../../contract/methods/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { json } from '../storage/database.ts';
import { decodeCursor } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

const NEWEST_FIRST = [
  { column: 'at', order: 'desc' },
  { column: 'plans.id', order: 'desc' },
];

/** Plans with the name of whoever made them. */
const named = (connection: Connection) =>
  connection('plans').join('people', 'people.id', 'plans.by').select('plans.*', 'people.name as by');

type NewPlan = Omit<Plan, 'at' | 'input' | 'output'> & { siteId: string; at: Date; input: unknown; output: unknown };

export const insertPlan = (trx: Transaction, { overrides, input, output, ...row }: NewPlan): Promise<unknown> =>
  trx('plans').insert({ ...row, overrides: json(overrides), input: json(input), output: json(output) });

/** The plan, or a 404. */
export async function readPlan(connection: Connection, id: string): Promise<Plan> {
  return plan.parse(mustHave(await named(connection).where({ 'plans.id': id }).first(), 'plan'));
}

/** The newest plan of a site, if it has one. */
export async function newestPlan(connection: Connection, siteId: string): Promise<Plan | undefined> {
  const row = await named(connection).where({ siteId }).orderBy(NEWEST_FIRST).first();
  return row && plan.parse(row);
}

const planCursor = z.tuple([z.iso.datetime({ offset: true }), uuid]);

/** One more than a page of a site's plans, newest first. */
export async function listPlanRows(
  connection: Connection,
  siteId: string,
  query: { cursor?: string | undefined; limit: number },
): Promise<Plan[]> {
  const after = decodeCursor(query.cursor, planCursor);
  const rows = named(connection)
    .where({ siteId })
    .orderBy(NEWEST_FIRST)
    .limit(query.limit + 1);
  if (after) rows.whereRaw('(at, plans.id) < (?::timestamptz, ?::uuid)', after);
  return (await rows).map((row) => plan.parse(row));
}
