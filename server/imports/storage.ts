import {
  type ImportBundle,
  type ImportCounts,
  type ImportRecord,
  importBundle,
  importRecord,
} from '../../contract/imports/endpoints.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { lastEnteredFirst, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** Without the bundle, which may be large. */
const imports = (connection: Connection) =>
  withPerson(connection('imports'), 'imports.by').select(
    'imports.id',
    'imports.entered',
    'imports.name',
    'people.name as by',
    'imports.at',
    'imports.state',
    'imports.doneAt',
    'imports.pictures',
    'imports.counts',
    'imports.refusal',
  );

/** What became of a file, or a 404. */
export async function readImport(connection: Connection, id: string): Promise<ImportRecord> {
  return importRecord.parse(mustHave(await imports(connection).where({ 'imports.id': id }).first(), 'import'));
}

/** One more than a page of files that were sent, the last one first. */
export async function listImportRows(
  connection: Connection,
  query: PageQuery,
): Promise<(ImportRecord & { entered: number })[]> {
  const rows = await lastEnteredFirst(imports(connection), 'imports.entered', query);
  return rows.map((row) => ({ ...importRecord.parse(row), entered: row.entered }));
}

interface NewImport {
  id: string;
  name: string;
  by: string;
  at: Date;
  pictures: number;
  /** as JSON */
  bundle: string;
}

export const insertImport = (trx: Transaction, row: NewImport): Promise<unknown> => trx('imports').insert(row);

export const insertPicture = (trx: Transaction, importId: string, name: string, bytes: Buffer): Promise<unknown> =>
  trx('import_pictures').insert({ importId, name, bytes });

/** Notes that a waiting file is tried once more. @returns how often it has been; null where it is settled or in work */
export async function countTry(connection: Connection, id: string): Promise<number | null> {
  const waiting = connection('imports').where({ id, state: 'waiting' }).forUpdate().skipLocked().select('id');
  const [row] = await connection('imports').whereIn('id', waiting).increment('tries').returning('tries');
  return row?.tries ?? null;
}

/** The oldest file that has been waiting since before an instant, and that nobody is at. */
export async function leftWaiting(connection: Connection, before: Date, but: string[]): Promise<string | undefined> {
  const row = await connection('imports')
    .where({ state: 'waiting' })
    .where('at', '<', before)
    .whereNotIn('id', but)
    .orderBy('at')
    .forUpdate()
    .skipLocked()
    .first('id');
  return row?.id;
}

/** A file that waits, held until the transaction ends; nothing where it is settled or in work. */
export async function lockWaitingImport(
  trx: Transaction,
  id: string,
): Promise<{ by: string; bundle: ImportBundle } | undefined> {
  const row = await trx('imports').where({ id, state: 'waiting' }).forUpdate().skipLocked().first('by', 'bundle');
  return row && { by: row.by, bundle: importBundle.parse(row.bundle) };
}

/** A picture that came with a file and lies in the database meanwhile. */
export interface WaitingPicture {
  name: string;
  read(): Promise<Buffer>;
}

/** The pictures that came with a file, by name. None is read before it is asked for. */
export async function waitingPictures(trx: Transaction, importId: string): Promise<Map<string, WaitingPicture>> {
  const names: string[] = await trx('import_pictures').where({ importId }).pluck('name');
  const read = async (name: string): Promise<Buffer> =>
    (await trx('import_pictures').where({ importId, name }).first('bytes')).bytes;
  return new Map(names.map((name) => [name, { name, read: () => read(name) }]));
}

export type Settled =
  | { state: 'done'; counts: ImportCounts }
  | { state: 'refused'; refusal: NonNullable<ImportRecord['refusal']> };

/** Writes down what became of a file, and lets go of its content. @returns whether it was still waiting */
export async function settleImport(trx: Transaction, id: string, settled: Settled, at: Date): Promise<boolean> {
  const changed = await trx('imports')
    .where({ id, state: 'waiting' })
    .update({
      state: settled.state,
      doneAt: at,
      bundle: null,
      counts: settled.state === 'done' ? json(settled.counts) : null,
      refusal: settled.state === 'refused' ? json(settled.refusal) : null,
    });
  await trx('import_pictures').where({ importId: id }).delete();
  return changed > 0;
}
