import { Agent } from 'node:http';
import pg from 'pg';
import { readEnvironment } from '../../server/environment.ts';
import { startServer } from '../../server/start.ts';
import { ask, type Session } from './load.ts';

/** What one request asked the database, in order, and what it answered. */
export interface Recorded {
  path: string;
  statements: { text: string; values: unknown[] }[];
  answer: string;
}

interface Query {
  text?: string;
  values?: unknown[];
}

/** Runs the server in this process and notes what each request asks of the database. */
export async function record(url: string, cookie: string, paths: readonly string[]): Promise<Recorded[]> {
  const original = pg.Client.prototype.query;
  let heard: Recorded['statements'] | null = null;
  pg.Client.prototype.query = function (this: pg.Client, ...given: unknown[]) {
    const [first, second] = given as [string | Query, unknown];
    const text = typeof first === 'string' ? first : first.text;
    const values = (typeof first === 'string' ? second : first.values) ?? [];
    if (heard && text && !text.includes('pgboss') && !/\bwork\./.test(text))
      heard.push({ text, values: Array.isArray(values) ? values : [] });
    return (original as (...all: unknown[]) => unknown).apply(this, given);
  } as unknown as typeof original;
  // Heard from its first connection on, since each of them takes what asks the database as it is then.
  const server = await startServer(readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'error' }));
  const agent = new Agent();
  try {
    const session: Session = { address: server.address, cookie, csrf: '' };
    const found: Recorded[] = [];
    for (const path of paths) {
      // The first asking may still keep what it works out; the second is how it is asked from then on.
      await ask(session, agent, 'GET', path);
      heard = [];
      const { status, body } = await ask(session, agent, 'GET', path);
      if (status !== 200) throw new Error(`GET ${path}: ${status} ${body.slice(0, 300)}`);
      // What follows the answer, such as keeping a session alive, belongs to the request as well.
      await new Promise((resolve) => setTimeout(resolve, 30));
      found.push({ path, statements: heard, answer: body });
      heard = null;
    }
    return found;
  } finally {
    pg.Client.prototype.query = original;
    agent.destroy();
    await server.stop();
  }
}
