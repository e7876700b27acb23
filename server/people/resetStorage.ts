import type { Connection, Transaction } from '../storage/database.ts';
import { MAKER_STANDS } from './invitationStorage.ts';

interface NewLink {
  id: string;
  personId: string;
  /** of the token, which itself is nowhere stored */
  tokenHash: Buffer;
  expiresAt: Date;
  madeBy: string | null;
  /** on what the sign-in of whom it is for stood when it was made, and that of whoever made it */
  epoch: number;
  makerEpoch: number | null;
}

export const insertResetLink = (trx: Transaction, row: NewLink): Promise<unknown> => trx('reset_links').insert(row);

export const resetLink = (connection: Connection, id: string): Promise<{ expiresAt: string } | undefined> =>
  connection('reset_links').where({ id }).first('expiresAt');

/**
 * Those that can still be used: not used and not run out, nothing changed since on what whoever it is for comes in by, and
 * whoever made it still an owner here, on what they made it on.
 */
const open = (connection: Connection, now: Date) =>
  connection('reset_links')
    .join('people', 'people.id', 'reset_links.person_id')
    .where({ disabled: false })
    .whereNull('usedAt')
    .where('expiresAt', '>', now)
    .whereRaw('people.epoch = reset_links.epoch')
    .whereRaw(MAKER_STANDS('made_by'));

/** Whom a link is for that can still be used. */
export const openResetLink = (
  connection: Connection,
  tokenHash: Buffer,
  now: Date,
): Promise<{ id: string; personId: string; madeBy: string | null; name: string; email: string } | undefined> =>
  open(connection, now)
    .where({ tokenHash })
    .first('reset_links.id', 'reset_links.personId', 'reset_links.madeBy', 'people.name', 'people.email');

/** @returns whether this call used it; of two at once one does. Those on whom it stands are held, so that it is still as it was */
export async function spendResetLink(trx: Transaction, id: string, now: Date): Promise<boolean> {
  const stands = await open(trx, now).where({ 'reset_links.id': id }).forUpdate('reset_links').first('reset_links.id');
  return (
    stands !== undefined && (await trx('reset_links').where({ id }).whereNull('usedAt').update({ usedAt: now })) > 0
  );
}

/** Links of somebody that nobody used stop working. */
export const voidResetLinks = (trx: Transaction, personId: string, now: Date): Promise<unknown> =>
  trx('reset_links').where({ personId }).whereNull('usedAt').update({ usedAt: now });
