import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { companyFields } from '../../contract/company/endpoints.ts';
import { arrayBody, inspectionBody, safetyBody, siteBody } from '../../contract/testing/bodies.ts';
import { readEnvironment } from '../environment.ts';
import { setUpCompany } from '../people/setUp.ts';
import { type RunningServer, startServer } from '../start.ts';
import { type Database, migrate, openDatabase } from '../storage/database.ts';
import { testInstant, testNow } from './clock.ts';
import { testWorkers } from './remembered.ts';

export const OWNER = { name: 'Test Owner', email: 'owner@test.example', password: 'a long password' };

export interface Answer {
  status: number;
  // biome-ignore lint/suspicious/noExplicitAny: answers are read field by field in tests
  body: any;
  headers: Headers;
}

/** A signed-in (or not) person as HTTP sees them. */
export class Caller {
  private cookie = '';
  private csrf = '';
  readonly address: string;

  constructor(address: string) {
    this.address = address;
  }

  async send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const form = body instanceof FormData;
    const raw = typeof body === 'string' || Buffer.isBuffer(body);
    const response = await fetch(`${this.address}${path}`, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(this.csrf ? { 'x-csrf-token': this.csrf } : {}),
        ...(body === undefined || form
          ? {}
          : { 'content-type': Buffer.isBuffer(body) ? 'application/octet-stream' : 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: form || raw ? (body as BodyInit) : JSON.stringify(body) }),
    });
    const type = response.headers.get('content-type') ?? '';
    const parsed =
      type.includes('json') && method !== 'HEAD' ? await response.json() : Buffer.from(await response.arrayBuffer());
    for (const cookie of response.headers.getSetCookie()) this.keepCookie(cookie.split(';')[0] ?? '');
    return { status: response.status, body: parsed, headers: response.headers };
  }

  /** Sends and expects it to be taken. */
  async must(method: string, path: string, body?: unknown) {
    const answer = await this.send(method, path, body);
    if (answer.status >= 300) throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer.body;
  }

  async signIn(email = OWNER.email, password = OWNER.password): Promise<this> {
    const session = await this.must('POST', '/api/session', { email, password });
    this.csrf = session.csrf;
    return this;
  }

  private keepCookie(pair: string): void {
    const name = pair.split('=')[0];
    const others = this.cookie.split('; ').filter((kept) => kept !== '' && !kept.startsWith(`${name}=`));
    this.cookie = [...others, pair].join('; ');
  }

  /** the cookies that it came in with */
  cookies(): string {
    return this.cookie;
  }

  /** what its writes carry */
  token(): string {
    return this.csrf;
  }

  keepCsrf(token: string): void {
    this.csrf = token;
  }
}

/** A company as a new installation finds it. */
export const newCompany = () =>
  companyFields.parse(JSON.parse(readFileSync(join(import.meta.dirname, '../../demo/company.json'), 'utf8')));

/** A throwaway cluster: who makes databases there, and the application's own role. */
export interface TestCluster {
  admin: string;
  app: string;
}

export function testCluster(): TestCluster {
  const { TEST_CLUSTER: admin, TEST_CLUSTER_APP: app } = process.env;
  if (!admin || !app) throw new Error('These tests need TEST_CLUSTER and TEST_CLUSTER_APP; run them by ./pail test');
  return { admin, app };
}

/** A database with nothing in it, owned by the application's role. @returns its address */
export async function bareDatabase({ admin, app }: TestCluster = testCluster()): Promise<string> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  const url = new URL(app);
  await client.query(`create database ${name} owner ${client.escapeIdentifier(url.username)}`);
  await client.end();
  url.pathname = `/${name}`;
  return url.href;
}

/** Databases that are made once in a cluster, by whoever needs them first, and copied from then on. */
const READY = {
  empty: (url: string) => using(url, migrate),
  /** with what the queue keeps there too */
  company: async (url: string) => {
    await using(url, async (database) => {
      await migrate(database);
      await setUpCompany(database, newCompany(), OWNER);
    });
    await (await startServer(readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' }), testNow)).stop();
  },
};
/** What processes take turns at while they make one. */
const MAKING = 7_061_700;

async function using(url: string, work: (database: Database) => Promise<unknown>): Promise<void> {
  const database = openDatabase(url, 2);
  await work(database);
  await database.destroy();
}

/** A copy of a ready database. @returns its address */
async function copyOf(ready: keyof typeof READY, { admin, app }: TestCluster = testCluster()): Promise<string> {
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  const owner = client.escapeIdentifier(new URL(app).username);
  const address = (name: string) => Object.assign(new URL(app), { pathname: `/${name}` }).href;
  const model = `ready_${ready}`;
  try {
    await client.query('select pg_advisory_lock($1)', [MAKING]);
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [model]);
    if (rowCount === 0) {
      await client.query(`create database ${model}_making owner ${owner}`);
      await READY[ready](address(`${model}_making`));
      await client.query(`alter database ${model}_making rename to ${model}`);
    }
    const name = `test_${randomUUID().replaceAll('-', '')}`;
    await client.query(`create database ${name} template ${model} owner ${owner}`);
    return address(name);
  } finally {
    await client.end();
  }
}

/** A new database on the throwaway cluster, migrated and empty. @returns its address */
export const emptyDatabase = (cluster?: TestCluster): Promise<string> => copyOf('empty', cluster);

/** An empty database with a company and its owner. @returns its address */
export const newDatabase = (cluster?: TestCluster): Promise<string> => copyOf('company', cluster);

export interface Harness {
  url: string;
  server: RunningServer;
  owner: Caller;
  /** somebody of another role, invited and signed in */
  as(role: 'estimator' | 'crew'): Promise<Caller>;
  sql(text: string, values?: unknown[]): Promise<Record<string, unknown>[]>;
  /** Forgets who tried what that was not there: all tests come from one address, and would have to wait for each other. */
  forgetTries(): Promise<void>;
  stop(): Promise<void>;
}

/** A server over a database of its own, or over one that is there, with its owner signed in. @param clock by which it goes */
export async function startHarness(
  environment: Record<string, string>,
  at?: string,
  clock: () => Date = testNow,
): Promise<Harness> {
  const url = at ?? (await newDatabase());
  const server = await startServer(
    readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent', ...environment }),
    clock,
    testWorkers(),
  );
  const pool = new pg.Pool({ connectionString: url, max: 2 });
  const owner = await new Caller(server.address).signIn();
  return {
    url,
    server,
    owner,
    as: async (role) => {
      const email = `${role}-${randomUUID().slice(0, 8)}@test.example`;
      const { token } = await owner.must('POST', '/api/invitations', { id: randomUUID(), name: role, email, role });
      const caller = new Caller(server.address);
      await caller.must('POST', `/api/invitations/by-link/${token}/accept`, { password: OWNER.password });
      return caller.signIn(email);
    },
    sql: async (text, values = []) => (await pool.query(text, values)).rows,
    forgetTries: async () => {
      await pool.query('delete from sign_in_counts');
    },
    stop: async () => {
      await pool.end();
      await server.stop();
    },
  };
}

/** Stands for a thing that is there only once the tests have begun. */
const later = <T extends object>(find: () => T): T =>
  new Proxy({} as T, {
    get: (_nothing, key) => {
      const found = find();
      const value = Reflect.get(found, key);
      return typeof value === 'function' ? value.bind(found) : value;
    },
  });

/**
 * A server over a database of its own, from before the first test of a block until after its last.
 * @param environment of the server, asked for when it starts @param clock by which it goes
 */
export function onStage(
  environment: () => Record<string, string> = () => ({}),
  clock: () => Date = testNow,
): { harness: Harness; owner: Caller } {
  let standing: Harness;
  before(async () => {
    standing = await startHarness(environment(), undefined, clock);
  });
  after(() => standing.stop());
  return { harness: later(() => standing), owner: later(() => standing.owner) };
}

export interface Chain {
  siteId: string;
  /** the first of them */
  arrayId: string;
  arrayIds: string[];
  planId: string;
  quoteId: string;
  jobId: string;
}

/** A site taken as far as a scheduled job. @param visits a year, where a plan of them is accepted @param faces of the roof */
export async function makeJob(caller: Caller, visits?: number, faces = 1): Promise<Chain> {
  const site = siteBody();
  const arrays = Array.from({ length: faces }, (_, at) => arrayBody(faces > 1 ? { name: `Face ${at + 1}` } : {}));
  await caller.must('POST', '/api/sites', site);
  await caller.must('PUT', `/api/sites/${site.id}/safety`, safetyBody());
  for (const array of arrays) {
    await caller.must('POST', `/api/sites/${site.id}/arrays`, array);
    await caller.must('POST', `/api/arrays/${array.id}/inspections`, inspectionBody());
    await caller.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
  }
  const arrayIds = arrays.map(({ id }) => id);
  const booked = await bookJob(caller, site.id, visits);
  return { siteId: site.id, arrayId: arrayIds[0] as string, arrayIds, ...booked };
}

/** From a site whose arrays are reckoned to a job: plan, quote, the customer's yes. @param arrays overrides by their ids */
export async function bookJob(
  caller: Caller,
  siteId: string,
  visits?: number,
  arrays: Record<string, unknown> = {},
): Promise<Pick<Chain, 'planId' | 'quoteId' | 'jobId'>> {
  const [planId, quoteId, jobId] = [randomUUID(), randomUUID(), randomUUID()];
  const overrides = { arrays, ...(visits ? { visits: { value: visits, reason: 'as agreed' } } : {}) };
  await caller.must('POST', `/api/sites/${siteId}/plans`, { id: planId, overrides });
  const quote = await caller.must('POST', `/api/sites/${siteId}/quotes`, { id: quoteId });
  const sent = await caller.must('POST', `/api/quotes/${quoteId}/send`, { version: quote.version });
  await caller.must('POST', `/api/quotes/${quoteId}/decision`, {
    version: sent.version,
    decision: 'accepted',
    choice: visits ? 'planned' : 'one',
    additions: quote.fittings ? ['fittings'] : [],
  });
  await caller.must('POST', `/api/quotes/${quoteId}/jobs`, { id: jobId, scheduledFor: '2026-12-01' });
  return { planId, quoteId, jobId };
}

export const readingEntry = (array: string, value: number, when: 'before' | 'after' = 'before') => ({
  id: randomUUID(),
  at: testInstant(),
  kind: 'reading',
  when,
  array,
  quantity: 'power',
  reading: { value, poaIrradiance: 800, tempModule: 40 },
});

/** Ends every step of a job as it would be in the field. @param reads whether the first face is read before and after */
export async function finishJob(caller: Caller, chain: Chain, reads = true): Promise<void> {
  const job = await caller.must('GET', `/api/jobs/${chain.jobId}`);
  let clock = Date.parse('2026-11-20T05:00:00Z');
  const entries: Record<string, unknown>[] = [];
  const add = (entry: Record<string, unknown>) => {
    clock += 60_000;
    entries.push({ id: randomUUID(), at: new Date(clock).toISOString(), ...entry });
  };
  for (const step of job.steps) {
    for (const caution of [...step.cautions, ...(step.checks ?? [])])
      add({ kind: 'caution', step: step.key, caution: caution.key, answer: true });
    add({ kind: 'step-started', step: step.key });
    if (step.key === 'brush')
      add({
        kind: 'mark',
        array: chain.arrayId,
        modules: Array.from({ length: 19 }, (_, index) => index),
        mark: 'brushed',
      });
    if (step.key === 'brush') add({ kind: 'mark', array: chain.arrayId, modules: [19], mark: 'not-reached' });
    if (reads && step.key === 'before')
      add({ ...readingEntry(chain.arrayId, 4000, 'before'), id: randomUUID(), at: new Date(clock).toISOString() });
    if (reads && step.key === 'after')
      add({ ...readingEntry(chain.arrayId, 4500, 'after'), id: randomUUID(), at: new Date(clock).toISOString() });
    clock += (step.minutes ?? 0) * 60_000;
    add({ kind: 'step-done', step: step.key });
  }
  await caller.must('POST', `/api/jobs/${chain.jobId}/entries`, { entries });
}
