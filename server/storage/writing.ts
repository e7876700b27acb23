import { createHash } from 'node:crypto';
import type { Context } from '../context.ts';
import { AppError, late, notFound } from '../errors.ts';
import { type Connection, json, type Transaction } from './database.ts';

/** Settings that stand once have no id of their own: their changes stand in the trail under this one. */
export const INSTALLATION_ID = '00000000-0000-4000-8000-000000000001';

/** The part of a context that a write leaves in the trail. */
export type Writer = Pick<Context, 'clock' | 'requestId'> & { person: { id: string } | null };

/** Writes the one row of the audit trail that belongs to a change, in the change's own transaction. */
export const trail = (trx: Transaction, writer: Writer, entry: TrailEntry): Promise<void> =>
  trailEach(trx, writer, [entry]);

interface TrailEntry {
  record: string;
  id: string;
  action: string;
  change?: unknown;
}

/** The same for several changes at once. */
export async function trailEach(trx: Transaction, writer: Writer, entries: readonly TrailEntry[]): Promise<void> {
  const at = writer.clock();
  await trx('audit_trail').insert(
    entries.map(({ record, id, action, change }) => ({
      at,
      personId: writer.person?.id ?? null,
      record,
      recordId: id,
      action,
      change: json(change ?? {}),
      requestId: writer.requestId,
    })),
  );
}

const idTaken = (path = 'id') =>
  new AppError(
    'conflict',
    'Id already used',
    'This id stands for another record already. Make a new id and send it again.',
    {
      issues: [{ path, message: 'is already used for something else' }],
    },
  );

/** What was made under an id, if it belongs where it was asked for; the same id under another parent is a conflict. */
export function childOf<T extends object>(parent: Record<string, unknown>, row: T): T {
  const own = row as Record<string, unknown>;
  if (Object.entries(parent).some(([key, value]) => own[key] !== value)) throw idTaken();
  return row;
}

const digestOf = (content: unknown): Buffer => createHash('sha256').update(JSON.stringify(content)).digest();

/** Whether a creation has been made with just this content. */
export async function isMade<C extends { id: string }>(
  connection: Connection,
  record: string,
  content: C,
): Promise<boolean> {
  const made = await connection('creations').where({ id: content.id, record }).first('digest');
  return made !== undefined && digestOf(content).equals(made.digest);
}

/**
 * Runs a creation once for a client-made id. A retry with the same content changes nothing and is no error;
 * the same id with other content is a conflict.
 * @returns whether this call made the record
 */
export async function createOnce<C extends { id: string }>(
  trx: Transaction,
  writer: Writer,
  record: string,
  content: C,
  insert: () => Promise<unknown>,
): Promise<boolean> {
  const digest = digestOf(content);
  const made = await trx('creations')
    .insert({ id: content.id, record, digest })
    .onConflict('id')
    .ignore()
    .returning('id');
  if (made.length === 0) {
    const before = await trx('creations').where({ id: content.id }).first();
    if (before?.record === record && digest.equals(before.digest)) return false;
    throw idTaken();
  }
  await insert();
  await trail(trx, writer, { record, id: content.id, action: 'create', change: content });
  return true;
}

/** Rows in one statement: far under the number of values that one may carry. */
const AT_ONCE = 1000;

/** Does something to many, so many at a time. */
export async function inParts<T>(rows: readonly T[], work: (part: T[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += AT_ONCE) await work(rows.slice(from, from + AT_ONCE));
}

/**
 * Runs many creations once each, in few statements however many there are. Those that were made before with the same
 * content are left out; an id that stands for something else is a conflict, and nothing of the batch is made.
 * @param insert makes those that are new, each once
 * @param pathOf names the field of the id of the one at an index
 */
export async function createEachOnce<C extends { id: string }>(
  trx: Transaction,
  writer: Writer,
  record: string,
  contents: readonly C[],
  insert: (fresh: C[]) => Promise<unknown>,
  pathOf: (index: number) => string = () => 'id',
): Promise<void> {
  const digests = new Map<string, Buffer>();
  const distinct: C[] = [];
  for (const [index, content] of contents.entries()) {
    const [digest, before] = [digestOf(content), digests.get(content.id)];
    // The same id twice in one batch is the same record once, or a conflict.
    if (before && !digest.equals(before)) throw idTaken(pathOf(index));
    if (before) continue;
    digests.set(content.id, digest);
    distinct.push(content);
  }
  const isSame = (made: { id: string; record: string; digest: Buffer }) =>
    made.record === record && digests.get(made.id)?.equals(made.digest);
  await inParts(distinct, async (part) => {
    const made: { id: string }[] = await trx('creations')
      .insert(part.map(({ id }) => ({ id, record, digest: digests.get(id) })))
      .onConflict('id')
      .ignore()
      .returning('id');
    const fresh = new Set(made.map(({ id }) => id));
    const others = part.map(({ id }) => id).filter((id) => !fresh.has(id));
    const taken = others.length > 0 && (await trx('creations').whereIn('id', others)).find((one) => !isSame(one));
    if (taken) throw idTaken(pathOf(contents.findIndex(({ id }) => id === taken.id)));
    if (fresh.size === 0) return;
    const own = part.filter(({ id }) => fresh.has(id));
    await insert(own);
    await trailEach(
      trx,
      writer,
      own.map((content) => ({ record, id: content.id, action: 'create', change: content })),
    );
  });
}

/**
 * Updates a row if it still has the version that was read; otherwise 409 with both states: of what stands now what was to be changed,
 * and nothing else of the row.
 */
export async function updateVersioned(
  trx: Transaction,
  writer: Writer,
  row: { table: string; record: string; id: string; version: number },
  changes: Record<string, unknown>,
): Promise<void> {
  const updated = await trx(row.table)
    .where({ id: row.id, version: row.version })
    .update({ ...changes, version: row.version + 1 });
  if (updated === 0) {
    const current = await trx(row.table).where({ id: row.id }).first();
    if (current === undefined) throw notFound(row.record);
    const asked = ['version', ...Object.keys(changes)];
    throw late(Object.fromEntries(asked.map((name) => [name, current[name]])), changes);
  }
  await trail(trx, writer, { record: row.record, id: row.id, action: 'change', change: changes });
}

/** What was found, or a 404. */
export function mustHave<T>(row: T | undefined, what: string): T {
  if (row === undefined) throw notFound(what);
  return row;
}

/** The row or a 404. */
export const mustFind = async <T>(connection: Connection, table: string, id: string, what: string): Promise<T> =>
  mustHave<T>(await connection(table).where({ id }).first(), what);
