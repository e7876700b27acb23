import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { companyFields } from '../../contract/company/endpoints.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { insertCompany, lockCompany } from '../company/storage.ts';
import type { Database } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { forgetInvitations, insertInvitation } from './invitationStorage.ts';
import { hashPassword, hashToken, makeToken } from './passwords.ts';
import { anybodyHere, insertPerson, markDemo } from './storage.ts';

const FIRST_LINK_DAYS = 7;

export interface FirstPerson {
  name: string;
  email: string;
  password: string;
}

/** A new company with its first owner, where there is none yet. @returns the owner's id, or null where one stands already */
export async function setUpCompany(
  database: Database,
  company: z.output<typeof companyFields>,
  owner: FirstPerson,
  demo = false,
): Promise<string | null> {
  const passwordHash = await hashPassword(owner.password);
  return inTransaction({ database }, async (trx) => {
    if (await lockCompany(trx)) return null;
    await insertCompany(trx, company);
    await markDemo(trx, demo);
    const id = randomUUID();
    await insertPerson(trx, { id, name: owner.name, email: owner.email.toLowerCase(), role: 'owner', passwordHash });
    return id;
  });
}

/**
 * A company to be filled in and a one-time link for its first owner, who says name and address on accepting it.
 * A link made before and not used stops working.
 * @returns the token of the link, or null where somebody is here already
 */
export async function inviteFirstOwner(
  database: Database,
  company: z.output<typeof companyFields>,
  now: Date,
): Promise<string | null> {
  const token = makeToken();
  return inTransaction({ database }, async (trx) => {
    const companyStands = await lockCompany(trx);
    if (await anybodyHere(trx)) return null;
    if (!companyStands) await insertCompany(trx, company);
    await forgetInvitations(trx);
    await insertInvitation(trx, {
      id: randomUUID(),
      name: '',
      email: '',
      role: 'owner',
      tokenHash: hashToken(token),
      expiresAt: new Date(now.getTime() + FIRST_LINK_DAYS * MILLISECONDS_PER_DAY),
    });
    return token;
  });
}
