import type { z } from 'zod';
import { kitTold, thingFields } from '../../contract/kit/endpoints.ts';
import type { KitEntry } from '../../core/kit/standing.ts';
import type { KitThing } from '../../core/kit/things.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { mustHave } from '../storage/writing.ts';

export type ThingRow = KitThing & { version: number };
export type NamedEntry = KitEntry & { by: string };
/** Modules that were worked with a thing on one day. */
export interface UseRow {
  thingId: string;
  on: string;
  modules: number;
}

/** Far more than any contractor's van has. */
const MOST_THINGS = 2000;
/** Entries of each kind that are read of a thing: how it stands follows from the last few. */
const MOST_OF_A_KIND = 20;

export async function listThings(connection: Connection): Promise<ThingRow[]> {
  const rows = await connection('kit_things').orderBy(['kind', 'name', 'id']).limit(MOST_THINGS);
  return rows.map(({ id, version, ...row }) => ({ id, version, ...(thingFields.parse(row) as Omit<KitThing, 'id'>) }));
}

export const insertThing = (trx: Transaction, row: KitThing & { madeAt: Date; by: string }): Promise<unknown> =>
  trx('kit_things').insert(row);

/** The kind of a thing, or a 404. */
export const kindOfThing = async (connection: Connection, id: string): Promise<string> =>
  mustHave<{ kind: string }>(await connection('kit_things').where({ id }).first('kind'), 'thing in the register').kind;

export const insertKitEntry = (
  trx: Transaction,
  { told, thing, ...row }: { id: string; thing: string; at: string; by: string; told: z.infer<typeof kitTold> },
): Promise<unknown> => trx('kit_entries').insert({ ...row, thingId: thing, kind: told.kind, told: json(told) });

/** What was told of all things, the newest first: of each the last entries of every kind. */
export async function kitEntries(connection: Connection): Promise<NamedEntry[]> {
  const ranked = connection('kit_entries')
    .select('id', connection.raw('row_number() over (partition by thing_id, kind order by at desc, id desc) as place'))
    .as('ranked');
  const last = connection.from(ranked).where('place', '<=', MOST_OF_A_KIND).select('id');
  const rows = await withPerson(connection('kit_entries'), 'kit_entries.by')
    .whereIn('kit_entries.id', last)
    .orderBy([
      { column: 'kit_entries.at', order: 'desc' },
      { column: 'kit_entries.id', order: 'desc' },
    ])
    .select(
      'kit_entries.id',
      'kit_entries.thingId as thing',
      'kit_entries.at',
      'kit_entries.told',
      'people.name as by',
    );
  return rows.map(({ told, ...row }) => ({ ...row, ...kitTold.parse(told) }) as NamedEntry);
}

/** Whether something that was told of a thing is there. */
export const hasKitEntry = async (connection: Connection, thingId: string, id: string): Promise<boolean> =>
  (await connection('kit_entries').where({ id, thingId }).whereNot({ kind: 'retracted' }).first('id')) !== undefined;

/** Modules by thing and day. */
export const kitUses = (connection: Connection): Promise<UseRow[]> =>
  connection('kit_uses')
    .groupBy('thingId', 'usedOn')
    .select('thingId', 'usedOn as on', connection.raw('sum(modules)::int as modules'));

/** Keeps that things were used on a job; told again, the later count stands. */
export const keepUses = async (
  trx: Transaction,
  rows: readonly { thingId: string; jobId: string; usedOn: string; modules: number }[],
): Promise<void> => {
  if (rows.length === 0) return;
  await trx('kit_uses').insert(rows).onConflict(['thing_id', 'job_id']).merge();
};

/** Things that were used on a job. */
export const usedOn = (connection: Connection, jobId: string): Promise<string[]> =>
  connection('kit_uses').where({ jobId }).pluck('thingId');
