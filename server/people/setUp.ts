import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { companyFields } from '../../contract/people/endpoints.ts';
import { DEFAULT_GLASS } from '../../core/units/format.ts';
import { type Database, json } from '../storage/database.ts';
import { hashPassword } from './passwords.ts';

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
  return database.transaction(async (trx) => {
    await trx.raw('lock table company in exclusive mode');
    if ((await trx('company').first()) !== undefined) return null;
    await trx('company').insert({ ...company, prices: json(company.prices), water: json(company.water) });
    await trx('installation').update({ demo });
    const id = randomUUID();
    await trx('people').insert({
      id,
      name: owner.name,
      email: owner.email.toLowerCase(),
      role: 'owner',
      passwordHash,
      glass: json(DEFAULT_GLASS),
    });
    return id;
  });
}
