import knex, { type Knex } from 'knex';
import pg from 'pg';
import { migrationSource } from './migrations/index.ts';

export type Database = Knex;
export type Transaction = Knex.Transaction;
/** A connection or a transaction: what reading functions take. */
export type Connection = Knex;

// Instants come out as ISO text, dates as they are, counts as numbers.
pg.types.setTypeParser(pg.types.builtins.TIMESTAMPTZ, (value) => new Date(value).toISOString());
pg.types.setTypeParser(pg.types.builtins.DATE, (value) => value);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

const snake = (name: string): string => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
const camel = (name: string): string => name.replace(/_([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());

function camelRow(row: unknown): unknown {
  if (row === null || typeof row !== 'object' || Array.isArray(row) || Buffer.isBuffer(row)) return row;
  return Object.fromEntries(Object.entries(row).map(([key, value]) => [camel(key), value]));
}

/** Opens a pool. Columns are snake_case in the database and camelCase in the code. */
export function openDatabase(url: string, poolSize = 10): Database {
  return knex({
    client: 'pg',
    connection: url,
    pool: { min: 0, max: poolSize },
    acquireConnectionTimeout: 10_000,
    wrapIdentifier: (value, original) => (value === '*' ? value : original(snake(value))),
    postProcessResponse: (result: unknown) => (Array.isArray(result) ? result.map(camelRow) : camelRow(result)),
  });
}

/** Brings the database to the newest schema. Safe to call from several processes at once. */
export async function migrate(database: Database): Promise<void> {
  await database.migrate.latest({ migrationSource, tableName: 'schema_migrations' });
}

/** A value for a jsonb column. */
export const json = (value: unknown): string => JSON.stringify(value ?? null);
