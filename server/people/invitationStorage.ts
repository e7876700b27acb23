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

/** Those that can still be accepted: not used, not taken back, and their maker still an owner here. */
const open = (connection: Connection, now: Date) =>
  connection('invitations')
    .whereNull('usedAt')
    .whereNull('revokedAt')
    .where('expiresAt', '>', now)
    .whereRaw(
      `(invited_by is null or exists (select from people where people.id = invited_by and role = 'owner' and not disabled))`,
    );

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

/** @returns whether there was one to take back */
export async function revoke(trx: Transaction, id: string, now: Date): Promise<boolean> {
  return (await open(trx, now).where({ id }).update({ revokedAt: now })) > 0;
}

/** @returns whether this call used it; of two at once one does */
export async function useInvitation(trx: Transaction, id: string, now: Date): Promise<boolean> {
  const used = await open(trx, now).where({ id }).update({ usedAt: now });
  return used > 0;
}

export const forgetInvitations = (trx: Transaction): Promise<unknown> => trx('invitations').delete();
