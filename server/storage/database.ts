import knex, { type Knex } from 'knex';
import pg from 'pg';
import { migrationSource } from './migrations/index.ts';
import { takeOver } from './otherVersions.ts';
import { keepPlans } from './plans.ts';

export type Database = Knex;
export type Transaction = Knex.Transaction;
/** A connection or a transaction: what reading functions take. */
export type Connection = Knex;

// Instants come out as ISO text, dates as they are, counts as numbers.
pg.types.setTypeParser(pg.types.builtins.TIMESTAMPTZ, instantOf);
pg.types.setTypeParser(pg.types.builtins.DATE, (value) => value);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

const [DASH, SPACE] = [45, 32];

/** The ISO text of an instant as PostgreSQL writes it. Most of a list is times: one told in UTC is cut, not reckoned. */
export function instantOf(written: string): string {
  const inUtc = written.endsWith('+00') && written.charCodeAt(4) === DASH && written.charCodeAt(10) === SPACE;
  if (!inUtc || written.length < 'YYYY-MM-DD hh:mm:ss+00'.length) return new Date(written).toISOString();
  const thousandths = written.slice(20, -3).padEnd(3, '0').slice(0, 3);
  return `${written.slice(0, 10)}T${written.slice(11, 19)}.${thousandths}Z`;
}

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

const isRow = (row: unknown): row is Record<string, unknown> =>
  row !== null && typeof row === 'object' && !Array.isArray(row) && !Buffer.isBuffer(row);

/** Rows of one result, which all have the same columns: what those become is looked up once. */
function camelRows(rows: unknown[]): unknown[] {
  const [first] = rows;
  if (!isRow(first)) return rows.map(camelRow);
  const columns = Object.keys(first);
  const names = columns.map(camel);
  if (names.every((name, at) => name === columns[at])) return rows;
  return rows.map((row) => {
    const named: Record<string, unknown> = {};
    columns.forEach((column, at) => {
      named[names[at] as string] = (row as Record<string, unknown>)[column];
    });
    return named;
  });
}

const camelRow = (row: unknown): unknown => (isRow(row) ? camelRows([row])[0] : row);

/**
 * How long the database may take, in ms, before a request gives up on it. The last one counts on this side, where a
 * database that is frozen cannot count any more.
 */
export const REQUEST_LIMITS = {
  connectionTimeoutMillis: 4000,
  statement_timeout: 30_000,
  /** of one lock: whoever holds it may be doing much, and whoever waits is told to come again */
  lock_timeout: 25_000,
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
    pool: {
      min: 0,
      max: poolSize,
      afterCreate: (connection: pg.Client, done: (error: Error | null, connection: pg.Client) => void) => {
        keepPlans(connection);
        done(null, connection);
      },
    },
    acquireConnectionTimeout: 10_000,
    // What was to be written does not belong into messages of errors, and so not into logs.
    compileSqlOnError: false,
    wrapIdentifier: (value, original) => (value === '*' ? value : original(snake(value))),
    postProcessResponse: (result: unknown) => (Array.isArray(result) ? camelRows(result) : camelRow(result)),
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
 * @throws OtherVersion where the data are of a version that this one does not read; nothing is changed
 */
export const migrate = (database: Database): Promise<void> =>
  inTurn(database, 'schema', async () => {
    await takeOver(database, await knownMigrations());
    await database.migrate.forceFreeMigrationsLock(MIGRATIONS);
    await database.migrate.latest(MIGRATIONS);
  });

/** Names of the steps that this program knows, first to last. */
export const knownMigrations = async (): Promise<string[]> =>
  (await migrationSource.getMigrations([])).map((migration) => migrationSource.getMigrationName(migration));

/** A value for a jsonb column. */
export const json = (value: unknown): string => JSON.stringify(value ?? null);
