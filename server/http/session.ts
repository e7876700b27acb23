import { randomBytes, randomUUID } from 'node:crypto';
import type { CookieOptions, Request, Response } from 'express';
import session from 'express-session';
import type { Pool } from 'pg';
import type { Logger } from 'pino';
import { MILLISECONDS_PER_DAY, MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import type { SessionDoor } from '../handlers.ts';
import { makeToken } from '../people/passwords.ts';
import { SessionStore } from './sessionStore.ts';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    /** on which count of what that person's sign-in stands on it was opened */
    epoch: number;
    csrf: string;
    /** by which its owner names it; it lets nobody in */
    handle: string;
    since: string;
    from: string;
    agent: string;
  }
}

const TWELVE_HOURS = 12 * MILLISECONDS_PER_HOUR;
/** After so long a session ends, however much it is used. */
const LONGEST = 30 * MILLISECONDS_PER_DAY;
const DEVICE_COOKIE = 'pail.device';
const DEVICE_LASTS = 400 * MILLISECONDS_PER_DAY;
export const CSRF_HEADER = 'x-csrf-token';

const COOKIE = { httpOnly: true, sameSite: 'strict', path: '/' } as const;

/** Sessions in PostgreSQL, named by an httpOnly SameSite cookie. */
export function sessions(pool: Pool, secret: string, logger: Logger) {
  return session({
    name: 'pail.session',
    secret,
    resave: false,
    rolling: true,
    saveUninitialized: false,
    store: new SessionStore({
      pool,
      tableName: 'session',
      pruneSessionInterval: 3600,
      errorLog: (...said) => logger.warn({ said }, 'session store'),
    }),
    cookie: { ...COOKIE, secure: 'auto', maxAge: TWELVE_HOURS },
  });
}

/** Whoever a session belongs to, where it has not gone on for too long. */
export function personIdOf({ session }: Request, now: Date): string | null {
  const { personId, since } = session;
  if (!personId || (since && now.getTime() - Date.parse(since) > LONGEST)) return null;
  return personId;
}

export function sessionDoor(request: Request, response: Response, clock: () => Date): SessionDoor {
  const agent = () => (request.get('user-agent') ?? '').slice(0, 200);
  const remember = (device: string) => {
    const options: CookieOptions = { ...COOKIE, secure: request.secure, maxAge: DEVICE_LASTS };
    response.cookie(DEVICE_COOKIE, device, options);
  };
  return {
    csrf: () => request.session.csrf ?? '',
    handle: () => request.session.handle ?? '',
    device: () => cookieOf(request, DEVICE_COOKIE),
    agent,
    rememberedDevice: () => {
      const device = cookieOf(request, DEVICE_COOKIE) ?? makeToken();
      remember(device);
      return device;
    },
    open: (whose, device) =>
      new Promise((resolve, reject) => {
        request.session.regenerate((failed) => {
          if (failed) return reject(failed);
          const csrf = randomBytes(24).toString('base64url');
          Object.assign(request.session, {
            ...whose,
            csrf,
            handle: randomUUID(),
            since: clock().toISOString(),
            from: request.ip ?? '',
            agent: agent(),
          });
          remember(device);
          request.session.save((error) => (error ? reject(error) : resolve(csrf)));
        });
      }),
    close: () =>
      new Promise((resolve, reject) => {
        request.session.destroy((error) => {
          if (error) return reject(error);
          response.clearCookie('pail.session', COOKIE);
          resolve();
        });
      }),
  };
}

function cookieOf(request: Request, name: string): string | null {
  const found = (request.get('cookie') ?? '').split(/;\s*/).find((part) => part.startsWith(`${name}=`));
  const value = found?.slice(name.length + 1) ?? '';
  return /^[A-Za-z0-9_-]{43}$/.test(value) ? value : null;
}
