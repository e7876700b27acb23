import type { Connection, Transaction } from '../storage/database.ts';

/** Since when somebody has a link; undefined where they have none that still opens. @param epoch on what their sign-in stands */
export const linkOf = (
  connection: Connection,
  personId: string,
  epoch: number,
): Promise<{ madeAt: string } | undefined> => connection('calendar_links').where({ personId, epoch }).first('madeAt');

/** Whose calendar is behind a link, and on what their sign-in stood when it was made. */
export const ownerOf = (
  connection: Connection,
  tokenHash: Buffer,
): Promise<{ personId: string; epoch: number } | undefined> =>
  connection('calendar_links').where({ tokenHash }).first('personId', 'epoch');

/** A link in place of any before. */
export const setLink = (
  trx: Transaction,
  row: { personId: string; tokenHash: Buffer; madeAt: Date; epoch: number },
): Promise<unknown> => trx('calendar_links').insert(row).onConflict('person_id').merge();

export const dropLink = (trx: Transaction, personId: string): Promise<unknown> =>
  trx('calendar_links').where({ personId }).delete();
