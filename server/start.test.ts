import { expect } from 'chai';
import { type ServerProcess, startServerProcess } from '../cli/serverProcess.ts';
import { throwawayCluster } from '../cli/stage.ts';
import { readEnvironment } from './environment.ts';
import { startServer } from './start.ts';
import { knownMigrations, openDatabase } from './storage/database.ts';
import { bareDatabase, Caller, newDatabase } from './testing/harness.ts';
import { standingStill } from './testing/processes.ts';

const environmentOf = (url: string) => readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' });

describe('servers that start', function () {
  this.timeout(120_000);

  async function startTogether(url: string, count: number): Promise<string[]> {
    const servers = await Promise.all(Array.from({ length: count }, () => startServer(environmentOf(url))));
    const database = openDatabase(url, 2);
    try {
      return await database('schema_migrations').orderBy('id').pluck('name');
    } finally {
      await database.destroy();
      await Promise.all(servers.map((server) => server.stop()));
    }
  }

  it('three at once on an empty database bring it to the newest schema once', async () => {
    for (let round = 0; round < 3; round += 1) {
      expect(await startTogether(await bareDatabase(), 3)).to.deep.equal(await knownMigrations());
    }
  });

  it('are not held up by the mark of one that died while it migrated', async () => {
    const url = await newDatabase();
    const database = openDatabase(url, 2);
    await database('schema_migrations_lock').update({ isLocked: 1 });
    await database.destroy();
    expect(await startTogether(url, 2)).to.deep.equal(await knownMigrations());
  });
});

describe('a database that does not answer', function () {
  this.timeout(120_000);
  let stage: Awaited<ReturnType<typeof throwawayCluster>>;
  let server: ServerProcess;
  let caller: Caller;

  before(async () => {
    stage = await throwawayCluster();
    const { cluster } = stage;
    const url = await newDatabase({ admin: cluster.url(), app: cluster.appUrl('postgres') });
    server = await startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' });
    caller = await new Caller(server.address).signIn();
  });
  after(async () => {
    await server?.kill();
    stage?.discard();
  });

  /** Every process of the cluster stands still, connections and all, until it is let go. */
  const frozen = (run: () => Promise<void>): Promise<void> => standingStill(stage.cluster.postmaster(), run);

  it('is said so with 503 and when to try again, to who waits and to who comes, and is found again', async () => {
    await frozen(async () => {
      const waiting = await Promise.all([caller.send('GET', '/api/sites'), caller.send('GET', '/api/ready')]);
      expect(waiting.map(({ status }) => status)).to.deep.equal([503, 503]);
      expect(waiting[0].headers.get('retry-after')).to.equal('5');
      expect(waiting[0].body.detail).to.include('database does not answer');
      expect((await caller.send('GET', '/api/sites')).status).to.equal(503);
    });
    await until(async () => (await caller.send('GET', '/api/sites')).status === 200);
  });

  it('leaves health to be read, with a cookie and without', async () => {
    await frozen(async () => {
      expect((await caller.send('GET', '/api/health')).status).to.equal(200);
      expect((await new Caller(server.address).send('GET', '/api/health')).status).to.equal(200);
    });
    await until(async () => (await caller.send('GET', '/api/ready')).status === 200);
  });
});

async function until(holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 200));
}
