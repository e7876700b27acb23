import { safetyFields } from '../../contract/methods/safety.ts';
import type { SafetySheet } from '../../core/rules/safety.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

export interface WrittenSheet {
  sheet: SafetySheet;
  version: number;
  at: string;
  by: string;
}

/** The newest safety sheet of a site. */
export async function newestSafety(connection: Connection, siteId: string): Promise<WrittenSheet | undefined> {
  const row = await withPerson(connection('safety_sheets'), 'safety_sheets.by')
    .where({ siteId })
    .orderBy('version', 'desc')
    .first('safety_sheets.version', 'safety_sheets.at', 'safety_sheets.sheet', 'people.name as by');
  return row && { ...row, sheet: safetyFields.parse(row.sheet) };
}

/** The sheet that was written last, of whichever site. */
export async function lastSafety(connection: Connection): Promise<SafetySheet | undefined> {
  const row = await connection('safety_sheets').orderBy('at', 'desc').first('sheet');
  return row && safetyFields.parse(row.sheet);
}

export const insertSafety = (
  trx: Transaction,
  { sheet, ...row }: { id: string; siteId: string; version: number; at: Date; by: string; sheet: SafetySheet },
): Promise<unknown> => trx('safety_sheets').insert({ ...row, sheet: json(sheet) });

/** Holds the sheets of a site until the transaction ends. */
export const lockSafety = (trx: Transaction, siteId: string): Promise<unknown> =>
  trx.raw('select pg_advisory_xact_lock(hashtext(?))', [`safety ${siteId}`]);
