import { randomUUID } from 'node:crypto';
import type { Database } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { trail, type Writer } from '../storage/writing.ts';
import { endWhatStands } from './epochs.ts';
import { makeLink } from './passwordChange.ts';
import { dropFactor } from './secondFactorStorage.ts';
import { findPersonByEmail } from './storage.ts';

/** Whoever holds the machine writes into the trail under no name. */
const writerAt = (now: Date): Writer & { person: null } => ({
  clock: () => now,
  person: null,
  requestId: 'command line',
});

/** A link for a new password, by the address of the account. @returns its token, or null where nobody has that address */
export async function resetByHand(database: Database, email: string, now: Date): Promise<string | null> {
  const person = await findPersonByEmail(database, email.toLowerCase());
  if (person === undefined) return null;
  const writer = writerAt(now);
  return inTransaction({ database }, async (trx) => {
    await trail(trx, writer, { record: 'person', id: person.id, action: 'reset link', change: { by: 'command line' } });
    return makeLink(trx, writer, randomUUID(), person.id);
  });
}

/** Takes away the second factor of somebody who cannot come in to do it. Their sessions end. */
export async function dropFactorByHand(database: Database, email: string, now: Date): Promise<void> {
  const person = await findPersonByEmail(database, email.toLowerCase());
  if (person === undefined) return;
  await inTransaction({ database }, async (trx) => {
    await dropFactor(trx, person.id);
    await endWhatStands(trx, person.id);
    const change = { by: 'command line' };
    await trail(trx, writerAt(now), { record: 'person', id: person.id, action: 'second factor off', change });
  });
}
