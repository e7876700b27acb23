import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { companyFields } from '../contract/people/endpoints.ts';
import { hashToken, makeToken } from '../server/people/passwords.ts';
import { json, openDatabase } from '../server/storage/database.ts';
import { PROJECT } from './folders.ts';

/** A new installation gets a company to be filled in, and a one-time link for its first owner. */
export async function inviteFirstOwner(url: string, address: string): Promise<string> {
  const database = openDatabase(url, 1);
  try {
    if (await database('people').first('id')) return 'Sign in with your own address and password.';
    const usual = companyFields.parse(JSON.parse(readFileSync(join(PROJECT, 'demo/company.json'), 'utf8')));
    const token = makeToken();
    await database.transaction(async (trx) => {
      const company = { ...usual, name: 'Your company', prices: json(usual.prices), water: json(usual.water) };
      await trx('company').insert(company).onConflict('singleton').ignore();
      await trx('invitations').where({ email: 'owner@company.invalid' }).delete();
      await trx('invitations').insert({
        id: randomUUID(),
        name: 'Owner',
        email: 'owner@company.invalid',
        role: 'owner',
        tokenHash: hashToken(token),
        expiresAt: new Date(Date.now() + 7 * 86_400_000),
      });
    });
    return [
      'There is nobody here yet. Open this link once, within seven days, to become the owner',
      '(you sign in as owner@company.invalid until you invite yourself under your own address):',
      `  ${address}/join/${token}`,
    ].join('\n');
  } finally {
    await database.destroy();
  }
}
