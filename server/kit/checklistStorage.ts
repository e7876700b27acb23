import { checklistFields } from '../../contract/kit/checklists.ts';
import type { Checklist } from '../../core/kit/checklists.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

export type StoredChecklist = Checklist & { at: string; by: string };

const columns = [
  'checklists.listId as id',
  'checklists.version',
  'checklists.at',
  'checklists.body',
  'people.name as by',
] as const;

const listOf = ({ body, ...row }: { body: unknown } & Pick<StoredChecklist, 'id' | 'version' | 'at' | 'by'>) =>
  ({ ...row, ...checklistFields.parse(body) }) as StoredChecklist;

/** The newest version of each checklist that was written. */
export async function newestChecklists(connection: Connection): Promise<StoredChecklist[]> {
  const rows = await withPerson(connection('checklists'), 'checklists.by')
    .distinctOn('checklists.listId')
    .orderBy([{ column: 'checklists.listId' }, { column: 'checklists.version', order: 'desc' }])
    .select(...columns);
  return rows.map(listOf);
}

/** One version of a checklist; undefined where it is as it came with the product. */
export async function checklistAt(
  connection: Connection,
  id: string,
  version: number,
): Promise<StoredChecklist | undefined> {
  const row = await withPerson(connection('checklists'), 'checklists.by')
    .where({ 'checklists.listId': id, 'checklists.version': version })
    .first(...columns);
  return row && listOf(row);
}

export const insertChecklist = (
  trx: Transaction,
  { body, ...row }: { id: string; listId: string; version: number; at: Date; by: string; body: unknown },
): Promise<unknown> => trx('checklists').insert({ ...row, body: json(body) });

/** Holds all checklists until the transaction ends, so that one version is made after the other. */
export const lockChecklists = (trx: Transaction): Promise<unknown> =>
  trx.raw(`select pg_advisory_xact_lock(hashtext('checklists'))`);
