import { withPersonIfAny } from '../people/names.ts';
import type { Connection } from '../storage/database.ts';

/** Fails where the database does not answer or is not migrated yet. */
export const touchInstallation = (connection: Connection): Promise<unknown> =>
  connection('installation').first('singleton');

/** The newest changes of one record, with the names of those who made them. */
export const trailOf = (connection: Connection, recordId: string, limit: number) =>
  withPersonIfAny(connection('audit_trail'), 'audit_trail.person_id')
    .where({ recordId })
    .orderBy('number', 'desc')
    .limit(limit)
    .select('at', 'people.name as by', 'record', 'action', 'change');
