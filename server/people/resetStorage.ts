import type { Connection, Transaction } from '../storage/database.ts';

interface NewLink {
  id: string;
  personId: string;
  /** of the token, which itself is nowhere stored */
  tokenHash: Buffer;
  expiresAt: Date;
  madeBy: string | null;
}

export const insertResetLink = (trx: Transaction, row: NewLink): Promise<unknown> => trx('reset_links').insert(row);

export const resetLink = (connection: Connection, id: string): Promise<{ expiresAt: string } | undefined> =>
  connection('reset_links').where({ id }).first('expiresAt');

/** Whom a link is for that can still be used. */
export const openResetLink = (
  connection: Connection,
  tokenHash: Buffer,
  now: Date,
): Promise<{ id: string; personId: string; name: string; email: string } | undefined> =>
  connection('reset_links')
    .join('people', 'people.id', 'reset_links.person_id')
    .where({ tokenHash, disabled: false })
    .whereNull('usedAt')
    .where('expiresAt', '>', now)
    .first('reset_links.id', 'reset_links.personId', 'people.name', 'people.email');

/** @returns whether this call used it; of two at once one does */
export async function spendResetLink(trx: Transaction, id: string, now: Date): Promise<boolean> {
  return (await trx('reset_links').where({ id }).whereNull('usedAt').update({ usedAt: now })) > 0;
}

/** Links of somebody that nobody used stop working. */
export const voidResetLinks = (trx: Transaction, personId: string, now: Date): Promise<unknown> =>
  trx('reset_links').where({ personId }).whereNull('usedAt').update({ usedAt: now });
