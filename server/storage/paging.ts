import type { Knex } from 'knex';
import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import { invalid } from '../errors.ts';

/** A cursor is the sort key of the last row, opaque to the client. */
const encodeCursor = (key: readonly (string | number)[]): string =>
  Buffer.from(JSON.stringify(key)).toString('base64url');

/** Reads a cursor back; one that was made up is an error that names the field. */
export function decodeCursor<T extends z.ZodType>(cursor: string | undefined, shape: T): z.output<T> | null {
  if (cursor === undefined) return null;
  try {
    const parsed = shape.safeParse(JSON.parse(Buffer.from(cursor, 'base64url').toString('utf8')));
    if (parsed.success && !JSON.stringify(parsed.data).includes('\\u0000')) return parsed.data;
  } catch {
    // not JSON: falls through to the error below
  }
  throw invalid('cursor', 'must be the one that came with the page before');
}

/** Cuts a page out of one row more than was asked for. */
export function page<T>(rows: T[], limit: number, key: (row: T) => (string | number)[]) {
  const items = rows.slice(0, limit);
  const last = items.at(-1);
  return { items, next: rows.length > limit && last !== undefined ? encodeCursor(key(last)) : null };
}

/** What is asked of a list: where to begin, and how many. */
export interface PageQuery {
  cursor?: string | undefined;
  limit: number;
}

const momentAndId = z.tuple([z.iso.datetime({ offset: true }), uuid]);

/** One more than a page of rows, newest first, after the cursor. Both columns are named as SQL has them. */
export function newestFirst<Q extends Knex.QueryBuilder>(rows: Q, moment: string, id: string, query: PageQuery): Q {
  const after = decodeCursor(query.cursor, momentAndId);
  rows.orderByRaw(`${moment} desc, ${id} desc`).limit(query.limit + 1);
  if (after) rows.whereRaw(`(${moment}, ${id}) < (?::timestamptz, ?::uuid)`, after);
  return rows;
}

const entered = z.tuple([z.number().int()]);

/**
 * One more than a page of rows, the one that was entered last first: by the number that the database gave it, which no
 * clock that is set back can change. @param column as SQL has it
 */
export function lastEnteredFirst<Q extends Knex.QueryBuilder>(rows: Q, column: string, query: PageQuery): Q {
  const after = decodeCursor(query.cursor, entered);
  rows.orderByRaw(`${column} desc`).limit(query.limit + 1);
  if (after) rows.whereRaw(`${column} < ?`, after);
  return rows;
}

/** A page of such rows. Their numbers are the database's own and stay here. */
export function pageOfEntered<T extends { entered: number }>(rows: T[], limit: number) {
  const { items, next } = page(rows, limit, (row) => [row.entered]);
  return { next, items: items.map(({ entered: _, ...item }) => item) };
}
