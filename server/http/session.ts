import { randomBytes } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import type { Request } from 'express';
import session from 'express-session';
import type { Pool } from 'pg';
import type { Logger } from 'pino';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    csrf: string;
  }
}

const TWELVE_HOURS = 12 * 3_600_000;
export const CSRF_HEADER = 'x-csrf-token';

/** Sessions in PostgreSQL, named by an httpOnly SameSite cookie. */
export function sessions(pool: Pool, secret: string, logger: Logger) {
  const Store = connectPgSimple(session);
  return session({
    name: 'pail.session',
    secret,
    resave: false,
    rolling: true,
    saveUninitialized: false,
    store: new Store({
      pool,
      tableName: 'session',
      pruneSessionInterval: 3600,
      errorLog: (...said) => logger.warn({ said }, 'session store'),
    }),
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: TWELVE_HOURS },
  });
}

/** What a use case about sign-in may do with the session. */
export interface SessionDoor {
  csrf(): string;
  open(personId: string): Promise<string>;
  close(): Promise<void>;
}

export function sessionDoor(request: Request): SessionDoor {
  return {
    csrf: () => request.session.csrf ?? '',
    open: (personId) =>
      new Promise((resolve, reject) => {
        request.session.regenerate((failed) => {
          if (failed) return reject(failed);
          const csrf = randomBytes(24).toString('base64url');
          request.session.personId = personId;
          request.session.csrf = csrf;
          request.session.save((error) => (error ? reject(error) : resolve(csrf)));
        });
      }),
    close: () =>
      new Promise((resolve, reject) => {
        request.session.destroy((error) => (error ? reject(error) : resolve()));
      }),
  };
}
