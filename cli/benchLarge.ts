/**
 * How a large company fares against one a tenth of its size, and against a server of nothing but Express and pg that runs
 * the same statements. Prints a table; nothing here is a test. Words on the command line choose among the parts.
 */
import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';
import pg from 'pg';
import { OWNER } from '../server/testing/harness.ts';
import { cookiesOf } from './cookies.ts';
import { PROJECT } from './folders.ts';
import { entries } from './large/entries.ts';
import { imports } from './large/imports.ts';
import { type Load, load, percentile, type Session } from './large/load.ts';
import { ID } from './large/multiply.ts';
import { phone } from './large/phone.ts';
import { type Recorded, record } from './large/record.ts';
import { openLarge, seed } from './large/seed.ts';
import { startServerProcess } from './serverProcess.ts';

const CONNECTIONS = 16;
/** How often each is asked in turn, and for how long, ms. */
const ROUNDS = 3;
const LASTS = 1500;
/** At most so much slower at the tail than at a tenth of the size, and at least so much of what a bare server does. */
const MOST_SLOWER = 1.3;
const LEAST_SHARE = 0.6;

/** Reads that a day at the desk and in the field is made of, each with ids that both sizes have. */
const READS: Record<string, string[]> = {
  'sites, first page': ['/api/sites'],
  'sites, by name': ['/api/sites?search=:name'],
  // A word that fills the page at either size: an answer twice as long takes twice as long, however it was found.
  'sites, by a word': ['/api/sites?search=kestrel'],
  'a site': ['/api/sites/:site'],
  'weather of a site': ['/api/sites/:site/weather'],
  'energy of an array': ['/api/arrays/:array/energy'],
  'looks at an array': ['/api/arrays/:array/inspections'],
  'newest reckoning': ['/api/arrays/:array/reckonings?limit=1'],
  'quotes, first page': ['/api/quotes'],
  'quotes that wait': ['/api/quotes?state=sent'],
  'quotes declined': ['/api/quotes?state=declined'],
  'quotes of a site': ['/api/quotes?site=:site'],
  'offers to follow up': ['/api/quotes/following'],
  'a quote': ['/api/quotes/:quote'],
  'jobs in the field': ['/api/jobs?open=yes'],
  'jobs of a site': ['/api/jobs?site=:site'],
  'a job': ['/api/jobs/:job'],
  'a report': ['/api/reports/:report'],
  'the day': ['/api/day'],
  'what we know': ['/api/figures'],
};
const EACH = 6;

async function pathsOf(url: string, read: readonly string[]): Promise<string[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const kinds = ['site', 'array', 'quote', 'job', 'report'];
  const found: string[] = [];
  for (const path of read) {
    if (path.includes(':name')) {
      const { rows } = await client.query(
        `select name from sites where id in (${ID('site', 700)}, ${ID('site', 1400)})`,
      );
      found.push(...rows.map(({ name }) => path.replace(':name', encodeURIComponent(name))));
      continue;
    }
    const kind = kinds.find((one) => path.includes(`:${one}`));
    if (kind === undefined) found.push(path);
    else
      for (let n = 1; n <= EACH; n += 1) {
        const { rows } = await client.query(`select ${ID(kind, n * 7)} as id`);
        found.push(path.replace(`:${kind}`, rows[0].id));
      }
  }
  await client.end();
  return found;
}

async function signIn(address: string): Promise<Session> {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: OWNER.email, password: OWNER.password }),
  });
  const { csrf } = (await answer.json()) as { csrf: string };
  return { address, cookie: cookiesOf(answer), csrf };
}

function startBare(url: string, recorded: readonly Recorded[]): Promise<{ address: string; child: ChildProcess }> {
  const child = fork(join(PROJECT, 'cli/large/bare.ts'), { execArgv: ['--import', 'tsx'] });
  child.send({ url, recorded });
  return new Promise((resolve) => {
    child.once('message', ({ address }: { address: string }) => resolve({ address, child }));
  });
}

const joined = (loads: readonly Load[]): Load => ({
  times: loads.flatMap(({ times }) => times),
  perSecond: percentile(
    loads.map(({ perSecond }) => perSecond),
    0.5,
  ),
});

const cell = (value: number, digits: number, width = 9) => value.toFixed(digits).padStart(width);

async function reads(urls: Record<'large' | 'small', string>, only: readonly string[]): Promise<void> {
  const wanted = Object.entries(READS).filter(
    ([name]) => only.length === 0 || only.some((word) => name.includes(word)),
  );
  const environment = (url: string) => ({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'error', NODE_ENV: 'production' });
  const [large, small] = [
    await startServerProcess(environment(urls.large)),
    await startServerProcess(environment(urls.small)),
  ];
  const sessions = { large: await signIn(large.address), small: await signIn(small.address) };
  const paths = new Map<string, string[]>();
  for (const [name, read] of wanted) paths.set(name, await pathsOf(urls.large, read));
  const recorded = await record(urls.large, sessions.large.cookie, [...paths.values()].flat());
  const bare = await startBare(urls.large, recorded);
  const bareSession = { ...sessions.large, address: bare.address };
  console.log(
    `\nMain reads over ${CONNECTIONS} connections (p95 in ms; large and small company; bare: Express and pg alone)`,
  );
  console.log(
    `${'read'.padEnd(20)}${'asked'.padStart(7)}${'large'.padStart(9)}${'small'.padStart(9)}${'ratio'.padStart(9)}${'a second'.padStart(10)}${'bare'.padStart(9)}${'share'.padStart(9)}`,
  );
  // All are warmed before any is timed: the first would be timed on servers that are still being compiled.
  for (const own of paths.values()) {
    await load(sessions.large, own, CONNECTIONS, 500);
    await load(sessions.small, own, CONNECTIONS, 500);
    await load(bareSession, own, CONNECTIONS, 500);
  }
  for (const [name] of wanted) {
    const own = paths.get(name) ?? [];
    const loads: Record<'large' | 'small' | 'bare', Load[]> = { large: [], small: [], bare: [] };
    for (let round = 0; round < ROUNDS; round += 1) {
      loads.large.push(await load(sessions.large, own, CONNECTIONS, LASTS));
      loads.small.push(await load(sessions.small, own, CONNECTIONS, LASTS));
      loads.bare.push(await load(bareSession, own, CONNECTIONS, LASTS));
    }
    const [at, tenth, alone] = [joined(loads.large), joined(loads.small), joined(loads.bare)];
    const [p95, p95small] = [percentile(at.times, 0.95), percentile(tenth.times, 0.95)];
    const [ratio, share] = [p95 / p95small, at.perSecond / alone.perSecond];
    const statements = recorded.find(({ path }) => path === own[0])?.statements.length ?? 0;
    const holds = ratio <= MOST_SLOWER && share >= LEAST_SHARE;
    console.log(
      `${name.padEnd(20)}${String(statements).padStart(7)}${cell(p95, 1)}${cell(p95small, 1)}${cell(ratio, 2)}${cell(at.perSecond, 0, 10)}${cell(alone.perSecond, 0)}${cell(share, 2)}   ${holds ? 'holds' : 'DOES NOT HOLD'}`,
    );
  }
  bare.child.kill();
  await large.stop();
  await small.stop();
}

const PARTS = ['reads', 'entries', 'imports', 'phone'];
const asked = process.argv.slice(2);
const parts = asked.filter((word) => PARTS.includes(word));
const only = asked.filter((word) => !PARTS.includes(word));
const wants = (part: string) => parts.length === 0 || parts.includes(part);
const cluster = await openLarge();
try {
  const urls = { large: await seed(cluster, 'large', console.log), small: await seed(cluster, 'small', console.log) };
  if (wants('reads')) await reads(urls, only);
  if (wants('entries')) await entries(cluster, signIn);
  if (wants('imports')) await imports(cluster, signIn);
  if (wants('phone')) await phone();
} finally {
  cluster.stop();
}
process.exit(0);
