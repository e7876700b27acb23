import type { YesNo } from '../../contract/common.ts';
import { type QuickLook, quickLook } from '../../contract/inspections/quickLooks.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** Calls with the name of whoever took them. */
const named = (connection: Connection) =>
  withPerson(connection('quick_looks'), 'quick_looks.by').select('quick_looks.*', 'people.name as by');

interface NewQuickLook extends Omit<QuickLook, 'at' | 'siteId'> {
  at: Date;
  input: unknown;
}

export const insertQuickLook = (trx: Transaction, { fields, input, output, ...row }: NewQuickLook): Promise<unknown> =>
  trx('quick_looks').insert({ ...row, fields: json(fields), input: json(input), output: json(output) });

/** The call, or a 404. */
export const readQuickLook = async (connection: Connection, id: string): Promise<QuickLook> =>
  quickLook.parse(mustHave(await named(connection).where({ 'quick_looks.id': id }).first(), 'call'));

/** One more than a page of calls, last first. */
export async function listQuickLookRows(
  connection: Connection,
  query: PageQuery & { open?: YesNo | undefined },
): Promise<QuickLook[]> {
  const rows = newestFirst(named(connection), 'quick_looks.at', 'quick_looks.id', query);
  if (query.open === 'yes') rows.whereNull('siteId');
  if (query.open === 'no') rows.whereNotNull('siteId');
  return (await rows).map((row) => quickLook.parse(row));
}

/** @returns whether the call was still waiting, and now belongs to the site */
export async function giveSite(trx: Transaction, id: string, siteId: string): Promise<boolean> {
  const updated = await trx('quick_looks').where({ id }).whereNull('siteId').update({ siteId });
  return updated > 0;
}
