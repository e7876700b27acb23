import type { Context } from '../context.ts';
import { notFound } from '../errors.ts';
import { inTransaction } from '../storage/transactions.ts';
import { trail } from '../storage/writing.ts';
import { endSessionOf, sessionsOf } from './sessionStorage.ts';

/** One's own open sessions. @param own the handle of the one that asks */
export async function listSessions({ database, person, clock }: Context, own: string) {
  const sessions = await sessionsOf(database, person.id, clock());
  return { sessions: sessions.map((session) => ({ ...session, own: session.id === own })) };
}

export function endSession(context: Context, handle: string): Promise<undefined> {
  const { id } = context.person;
  return inTransaction(context, async (trx) => {
    if (!(await endSessionOf(trx, id, handle))) throw notFound('open session');
    await trail(trx, context, { record: 'person', id, action: 'session ended', change: { session: handle } });
    return undefined;
  });
}
