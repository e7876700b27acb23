import type { Context } from '../context.ts';
import { invalid } from '../errors.ts';
import { mustHave } from '../storage/writing.ts';
import { reserveAttempt, settleAttempt } from './limiter.ts';
import { passwordMatches } from './passwords.ts';
import { findPerson, type PersonRow } from './storage.ts';
import { tooMany } from './tooMany.ts';

const FREE = 5;

/** Holds a password against that of whoever asks. Guessing it from an open session is slowed down like a sign-in. */
export async function checkOwnPassword(context: Context, password: string, path: string): Promise<PersonRow> {
  const { database, clock, person } = context;
  const key = `own:${person.id}`;
  const until = await reserveAttempt(database, [{ key, free: FREE }], clock());
  if (until) throw tooMany(until, clock());
  const row = mustHave(await findPerson(database, person.id), 'person');
  if (!(await passwordMatches(row.passwordHash, password))) throw invalid(path, 'is not your password');
  await settleAttempt(database, key, true, clock());
  return row;
}
