import { Agent, request } from 'node:http';

/** What a caller sends with every request. */
export interface Session {
  address: string;
  cookie: string;
  csrf: string;
}

export interface Answered {
  status: number;
  body: string;
}

/** One request over a kept connection. @param agent holds the connections */
export function ask(session: Session, agent: Agent, method: string, path: string, body?: unknown): Promise<Answered> {
  const sent = body === undefined ? undefined : JSON.stringify(body);
  const headers = {
    cookie: session.cookie,
    'x-csrf-token': session.csrf,
    ...(sent === undefined ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(sent) }),
  };
  return new Promise((resolve, reject) => {
    const asked = request(`${session.address}${path}`, { method, agent, headers }, (response) => {
      const parts: Buffer[] = [];
      response.on('data', (part) => parts.push(part));
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, body: Buffer.concat(parts).toString('utf8') }),
      );
      response.on('error', reject);
    });
    asked.on('error', reject);
    asked.end(sent);
  });
}

/** What a load showed: how long each answer took, ms, and how many came a second. */
export interface Load {
  times: number[];
  perSecond: number;
}

/** Asks for some paths in turn over so many connections, each as soon as it has its answer, for a while. @param lasts ms */
export async function load(
  session: Session,
  paths: readonly string[],
  connections: number,
  lasts: number,
): Promise<Load> {
  const agent = new Agent({ keepAlive: true, maxSockets: connections });
  const times: number[] = [];
  const begun = performance.now();
  let next = 0;
  const one = async () => {
    while (performance.now() - begun < lasts) {
      const path = paths[next++ % paths.length] ?? '';
      const from = performance.now();
      const { status, body } = await ask(session, agent, 'GET', path);
      if (status !== 200) throw new Error(`GET ${path}: ${status} ${body.slice(0, 300)}`);
      times.push(performance.now() - from);
    }
  };
  await Promise.all(Array.from({ length: connections }, one));
  const perSecond = (times.length / (performance.now() - begun)) * 1000;
  agent.destroy();
  return { times, perSecond };
}

/** The share of values that lie at or under what is returned. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN;
}
