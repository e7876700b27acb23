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

/** Remembers what a name becomes: there are only as many as there are columns. */
function remembered(become: (name: string) => string): (name: string) => string {
  const known = new Map<string, string>();
  return (name) => {
    let found = known.get(name);
    if (found === undefined) {
      found = become(name);
      known.set(name, found);
    }
    return found;
  };
}

const snake = remembered((name) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`));
const camel = remembered((name) => name.replace(/_([a-z0-9])/g, (_, letter: string) => letter.toUpperCase()));

function camelRow(row: unknown): unknown {
  if (row === null || typeof row !== 'object' || Array.isArray(row) || Buffer.isBuffer(row)) return row;
  const named: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(row)) named[camel(key)] = value;
  return named;
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
    // What was to be written does not belong into messages of errors, and so not into logs.
    compileSqlOnError: false,
    wrapIdentifier: (value, original) => (value === '*' ? value : original(snake(value))),
    postProcessResponse: (result: unknown) => (Array.isArray(result) ? result.map(camelRow) : camelRow(result)),
  });
}

/** As what we stand in the database's list of connections. */
export const APPLICATION = 'wide-pail';
const MIGRATIONS = { migrationSource, tableName: 'schema_migrations' };

/** What processes take turns at. The numbers are locked by nobody else in a database of ours. */
const TURNS = { schema: 7_061_696, queue: 7_061_697, backups: 7_061_698 };

/** Runs the work while no other process is at it. The turn is given back also where this process dies. */
export async function inTurn<T>(database: Database, turn: keyof typeof TURNS, work: () => Promise<T>): Promise<T> {
  const held = await database.client.acquireConnection();
  try {
    await held.query('select pg_advisory_lock($1)', [TURNS[turn]]);
    try {
      return await work();
    } finally {
      await held.query('select pg_advisory_unlock($1)', [TURNS[turn]]);
    }
  } finally {
    await database.client.releaseConnection(held);
  }
}

/** Runs the work where no other process is at it; where one is, does nothing. */
export async function ifFree(database: Database, turn: keyof typeof TURNS, work: () => Promise<void>): Promise<void> {
  await database.transaction(async (trx) => {
    const { rows } = await trx.raw('select pg_try_advisory_xact_lock(?) as mine', [TURNS[turn]]);
    if (rows[0].mine) await work();
  });
}

/**
 * Brings the database to the newest schema. Processes that start at once take turns, and since nobody else can be at it
 * meanwhile, a mark that a process left when it died is taken away.
 */
export const migrate = (database: Database): Promise<void> =>
  inTurn(database, 'schema', async () => {
    await database.migrate.forceFreeMigrationsLock(MIGRATIONS);
    await database.migrate.latest(MIGRATIONS);
  });

/** The schema as it was after a step; for a database of an earlier day. */
export const migrateUntil = async (database: Database, last: string): Promise<void> => {
  const all = await migrationSource.getMigrations([]);
  const upTo = all.slice(0, all.findIndex(({ name }) => name === last) + 1);
  await database.migrate.latest({
    ...MIGRATIONS,
    migrationSource: { ...migrationSource, getMigrations: async () => upTo },
  });
};

/** Names of the steps that this program knows, first to last. */
export const knownMigrations = async (): Promise<string[]> =>
  (await migrationSource.getMigrations([])).map((migration) => migrationSource.getMigrationName(migration));

/** A value for a jsonb column. */
export const json = (value: unknown): string => JSON.stringify(value ?? null);
