import { createHash } from 'node:crypto';
import type { ClientBase, QueryConfig } from 'pg';

/** Of so many different reads the plans are kept; what is asked beyond them is planned each time. */
const MOST = 500;
const READS = /^\s*(select|with)\b/i;

const names = new Map<string, string>();

/** The name under which a connection keeps a read as it is planned; none for a write, which is not asked often enough. */
export function planName(text: string): string | undefined {
  const known = names.get(text);
  if (known !== undefined || names.size >= MOST || !READS.test(text)) return known;
  const name = createHash('sha256').update(text).digest('base64url');
  names.set(text, name);
  return name;
}

/**
 * Has a connection plan a read once, and not each time that it is asked: most of what a small read takes in the database is
 * its planning. The database goes on weighing a plan for all values against one for these.
 */
export function keepPlans(connection: ClientBase): void {
  const query = connection.query as (config: unknown, ...rest: unknown[]) => unknown;
  const named = (config: unknown, ...rest: unknown[]): unknown => query.call(connection, withName(config), ...rest);
  connection.query = named as typeof connection.query;
}

/** Statements that are given whole, with their text and values; anything else is left as it is. */
function withName(config: unknown): unknown {
  if (config === null || typeof config !== 'object' || 'submit' in config || 'name' in config) return config;
  const { text } = config as Partial<QueryConfig>;
  const name = typeof text === 'string' ? planName(text) : undefined;
  return name === undefined ? config : { ...config, name };
}
