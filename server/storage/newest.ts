import type { Connection } from './database.ts';

/**
 * The newest row of each of some parents, in one query that reads one row of the index for each.
 * @param columns as SQL writes them, beside that of the parent
 */
export const newestOf = <T>(
  connection: Connection,
  table: string,
  { by, order, ids }: { by: string; order: string; ids: readonly string[] },
  columns: string,
): Promise<T[]> =>
  connection
    .select(connection.raw(`parents.id as ${by}, newest.*`))
    .from(connection.raw('unnest(?::uuid[]) as parents (id)', [[...ids]]))
    .joinRaw(
      `cross join lateral (select ${columns} from ${table} where ${table}.${by} = parents.id
        order by ${order} desc, id desc limit 1) newest`,
    ) as unknown as Promise<T[]>;
