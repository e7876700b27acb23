import type { Connection } from './database.ts';

/** The newest row of each of some parents, in one query. @param columns as SQL writes them, beside that of the parent */
export const newestOf = <T>(
  connection: Connection,
  table: string,
  { by, order, ids }: { by: string; order: string; ids: readonly string[] },
  columns: string,
): Promise<T[]> =>
  connection(table)
    .distinctOn(by)
    .select(connection.raw(`${by}, ${columns}`))
    .whereIn(by, ids)
    .orderBy([{ column: by }, { column: order, order: 'desc' }, { column: 'id', order: 'desc' }]);
