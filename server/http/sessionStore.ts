import connectPgSimple from 'connect-pg-simple';
import type { Request } from 'express';
import session, { type Session, type SessionData } from 'express-session';
import type { Pool } from 'pg';
import type { SignedIn } from '../context.ts';
import { SESSION_WITH_PERSON } from '../people/sessionStorage.ts';

/** A session is kept alive only so often, ms: one that is used all day is written a few times an hour, not at each read. */
const TOUCHED_EVERY = 5 * 60_000;

/** What is read beside a session, under a name that is never written back with it. */
const BESIDE = Symbol('read beside the session');

interface Beside {
  person: SignedIn | null;
  /** when the session ends as it is stored, ms */
  ends: number;
}
type ReadSession = SessionData & { [BESIDE]?: Beside };

/** Sessions in PostgreSQL. Whom a session belongs to is read with it, in one statement. */
export class SessionStore extends connectPgSimple(session) {
  private readonly sessions: Pool;
  private readonly ends = new WeakMap<object, number>();

  constructor(options: connectPgSimple.PGStoreOptions & { pool: Pool }) {
    super(options);
    this.sessions = options.pool;
  }

  override get(sid: string, callback: (error: unknown, found?: SessionData | null) => void): void {
    this.sessions.query({ name: 'session', text: SESSION_WITH_PERSON, values: [sid] }).then(
      ({ rows: [row] }) => {
        if (row === undefined) return callback(null, null);
        callback(null, { ...row.sess, [BESIDE]: { person: row.person, ends: row.ends } });
      },
      (error) => callback(error),
    );
  }

  override createSession(request: Request, data: ReadSession): Session & SessionData {
    const beside = data[BESIDE];
    request.person = beside?.person ?? null;
    const made = super.createSession(request, data);
    if (beside) this.ends.set(made, beside.ends);
    return made;
  }

  override touch(sid: string, data: SessionData, callback?: () => void): void {
    const ends = this.ends.get(data);
    const expires = data.cookie.expires instanceof Date ? data.cookie.expires.getTime() : Number.NaN;
    if (ends !== undefined && expires - ends < TOUCHED_EVERY) callback?.();
    else super.touch(sid, data, callback);
  }
}
