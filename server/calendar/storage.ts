import type { Connection, Transaction } from '../storage/database.ts';

/** Since when somebody has a link; undefined where they have none. */
export const linkOf = (connection: Connection, personId: string): Promise<{ madeAt: string } | undefined> =>
  connection('calendar_links').where({ personId }).first('madeAt');

/** Whose calendar is behind a link. */
export const ownerOf = (connection: Connection, tokenHash: Buffer): Promise<{ personId: string } | undefined> =>
  connection('calendar_links').where({ tokenHash }).first('personId');

/** A link in place of any before. */
export const setLink = (
  trx: Transaction,
  row: { personId: string; tokenHash: Buffer; madeAt: Date },
): Promise<unknown> => trx('calendar_links').insert(row).onConflict('person_id').merge();

export const dropLink = (trx: Transaction, personId: string): Promise<unknown> =>
  trx('calendar_links').where({ personId }).delete();
