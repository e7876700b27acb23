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

/**
 * How long the database may take, in ms, before a request gives up on it. The last one counts on this side, where a
 * database that is frozen cannot count any more.
 */
export const REQUEST_LIMITS = {
  connectionTimeoutMillis: 4000,
  statement_timeout: 30_000,
  idle_in_transaction_session_timeout: 60_000,
  query_timeout: 35_000,
};

/**
 * Opens a pool. Columns are snake_case in the database and camelCase in the code.
 * @param limits of waiting; without any, statements may take as long as they need
 */
export function openDatabase(url: string, poolSize = 10, limits: Partial<typeof REQUEST_LIMITS> = {}): Database {
  return knex({
    client: 'pg',
    connection: { connectionString: url, application_name: APPLICATION, ...limits },
    pool: { min: 0, max: poolSize },
    acquireConnectionTimeout: 10_000,
    wrapIdentifier: (value, original) => (value === '*' ? value : original(snake(value))),
    postProcessResponse: (result: unknown) => (Array.isArray(result) ? result.map(camelRow) : camelRow(result)),
  });
}

/** As what we stand in the database's list of connections. */
export const APPLICATION = 'wide-pail';
const MIGRATIONS = { migrationSource, tableName: 'schema_migrations' };
/** Any number that nobody else locks in this database. */
const MIGRATION_LOCK = 7_061_696;

/**
 * Brings the database to the newest schema. Safe to call from several processes at once: they take turns, and since
 * nobody else can be at it meanwhile, a mark that a process left when it died is taken away.
 */
export async function migrate(database: Database): Promise<void> {
  const turn = await database.client.acquireConnection();
  try {
    await turn.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    try {
      await database.migrate.forceFreeMigrationsLock(MIGRATIONS);
      await database.migrate.latest(MIGRATIONS);
    } finally {
      await turn.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]);
    }
  } finally {
    await database.client.releaseConnection(turn);
  }
}

/** Names of the steps that this program knows, first to last. */
export const knownMigrations = async (): Promise<string[]> =>
  (await migrationSource.getMigrations([])).map((migration) => migrationSource.getMigrationName(migration));

/** A value for a jsonb column. */
export const json = (value: unknown): string => JSON.stringify(value ?? null);
