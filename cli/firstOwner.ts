import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { companyFields, UNNAMED_COMPANY } from '../contract/company/endpoints.ts';
import { inviteFirstOwner } from '../server/people/setUp.ts';
import { openDatabase } from '../server/storage/database.ts';
import { PROJECT } from './folders.ts';

/** What to tell whoever starts an installation: the first owner's link, or how to sign in. */
export async function firstWords(url: string, address: string): Promise<string> {
  const database = openDatabase(url, 1);
  try {
    const usual = companyFields.parse(JSON.parse(readFileSync(join(PROJECT, 'demo/company.json'), 'utf8')));
    const token = await inviteFirstOwner(database, { ...usual, name: UNNAMED_COMPANY }, new Date());
    if (token === null) return 'Sign in with your own address and password.';
    return `There is nobody here yet. Open this link once, within seven days, to become the owner:\n  ${address}/join/${token}`;
  } finally {
    await database.destroy();
  }
}
