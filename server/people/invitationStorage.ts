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
  /** on what the sign-in of whoever invited stood then */
  makerEpoch?: number;
}

/** Whether whoever made a link may still make one, on what they made it on; what the machine made needs nobody. @param by column */
export const MAKER_STANDS = (by: string): string =>
  `(${by} is null or exists (select from people maker
    where maker.id = ${by} and maker.role = 'owner' and not maker.disabled and maker.epoch = maker_epoch))`;

/** Those that nobody used or took back and that have not run out. */
const waiting = (connection: Connection, now: Date) =>
  connection('invitations').whereNull('usedAt').whereNull('revokedAt').where('expiresAt', '>', now);

/** Those that can still be accepted: their maker still an owner here besides. */
const open = (connection: Connection, now: Date) => waiting(connection, now).whereRaw(MAKER_STANDS('invited_by'));

/** Invitations that wait, the first to expire first, each with whether it ended with its maker's right to make it. */
export const waitingInvitations = (
  connection: Connection,
  now: Date,
): Promise<(InvitationRow & { ended: boolean })[]> =>
  waiting(connection, now)
    .orderBy('expiresAt')
    .select('id', 'name', 'email', 'role', 'expiresAt', connection.raw(`not ${MAKER_STANDS('invited_by')} as ended`));

export const invitationByToken = (
  connection: Connection,
  tokenHash: Buffer,
  now: Date,
): Promise<(InvitationRow & { invitedBy: string | null }) | undefined> =>
  open(connection, now).where({ tokenHash }).first();

export const insertInvitation = (trx: Transaction, row: NewInvitation): Promise<unknown> =>
  trx('invitations').insert(row);

/** @returns whether there was one to take back */
export async function revoke(trx: Transaction, id: string, now: Date): Promise<boolean> {
  return (await waiting(trx, now).where({ id }).update({ revokedAt: now })) > 0;
}

/** @returns whether this call used it; of two at once one does */
export async function useInvitation(trx: Transaction, id: string, now: Date): Promise<boolean> {
  const used = await open(trx, now).where({ id }).update({ usedAt: now });
  return used > 0;
}

export const forgetInvitations = (trx: Transaction): Promise<unknown> => trx('invitations').delete();
