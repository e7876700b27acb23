import type { z } from 'zod';
import { resinTold, vessel } from '../../contract/water/resin.ts';
import type { ResinEntry, Vessel } from '../../core/water/resinLog.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

type NamedEntry = ResinEntry & { by: string; sure: boolean };

/** Years of readings: what was read further back says nothing of what is in the vessels now. */
const MOST_READINGS = 1000;

export const insertVessel = (trx: Transaction, row: Vessel & { madeAt: Date; by: string }): Promise<unknown> =>
  trx('vessels').insert(row);

export const listVessels = async (connection: Connection): Promise<Vessel[]> =>
  (await connection('vessels').orderBy('madeAt').select('id', 'name', 'litres')).map((row) => vessel.parse(row));

export const insertResinEntry = (
  trx: Transaction,
  { told, ...row }: { id: string; at: string; by: string; sure: boolean; told: z.infer<typeof resinTold> },
): Promise<unknown> => trx('resin_entries').insert({ ...row, kind: told.kind, told: json(told) });

/** The log, the newest first: of the readings the last ones, and everything else that ever happened. */
export async function resinEntries(connection: Connection): Promise<NamedEntry[]> {
  const readings = connection('resin_entries')
    .where({ kind: 'reading' })
    .orderBy('at', 'desc')
    .limit(MOST_READINGS)
    .select('id');
  const rows = await withPerson(connection('resin_entries'), 'resin_entries.by')
    .where((either) => either.whereNot('resin_entries.kind', 'reading').orWhereIn('resin_entries.id', readings))
    .orderBy([
      { column: 'resin_entries.at', order: 'desc' },
      { column: 'resin_entries.id', order: 'desc' },
    ])
    .select('resin_entries.id', 'resin_entries.at', 'resin_entries.told', 'resin_entries.sure', 'people.name as by');
  return rows.map(
    ({ id, at, by, sure, told }) => ({ id, at: iso(at), by, sure, ...resinTold.parse(told) }) as NamedEntry,
  );
}

const iso = (at: Date | string): string => new Date(at).toISOString();

/** Holds the log until the transaction ends: an entry is judged by all that stand before it. */
export const lockResin = (trx: Transaction): Promise<unknown> =>
  trx.raw(`select pg_advisory_xact_lock(hashtext('resin_entries'))`);
