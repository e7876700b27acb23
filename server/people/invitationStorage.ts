import type { Person } from '../../contract/people/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';

export interface InvitationRow {
  id: string;
  name: string;
  email: string;
  role: Person['role'];
  expiresAt: string;
}

interface NewInvitation extends Omit<InvitationRow, 'expiresAt'> {
  /** of the token, which itself is nowhere stored */
  tokenHash: Buffer;
  expiresAt: Date;
  invitedBy?: string;
}

const open = (connection: Connection, now: Date) =>
  connection('invitations').whereNull('usedAt').where('expiresAt', '>', now);

/** Invitations that can still be accepted, the first to expire first. */
export const openInvitations = (connection: Connection, now: Date): Promise<InvitationRow[]> =>
  open(connection, now).orderBy('expiresAt').select('id', 'name', 'email', 'role', 'expiresAt');

export const invitationByToken = (
  connection: Connection,
  tokenHash: Buffer,
  now: Date,
): Promise<InvitationRow | undefined> => open(connection, now).where({ tokenHash }).first();

export const insertInvitation = (trx: Transaction, row: NewInvitation): Promise<unknown> =>
  trx('invitations').insert(row);

/** @returns whether this call used it; of two at once one does */
export async function useInvitation(trx: Transaction, id: string, now: Date): Promise<boolean> {
  const used = await trx('invitations').where({ id }).whereNull('usedAt').update({ usedAt: now });
  return used > 0;
}

export const forgetInvitations = (trx: Transaction): Promise<unknown> => trx('invitations').delete();
