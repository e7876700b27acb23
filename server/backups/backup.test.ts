import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, readFileSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { connected } from '../../cli/backups/connected.ts';
import { contentsOf } from '../../cli/backups/contents.ts';
import { databaseOf, withDatabase } from '../../cli/backups/programs.ts';
import { PROJECT } from '../../cli/folders.ts';
import { BACK_TO_FIRST_STEP } from '../testing/earlier.ts';
import {
  bareDatabase,
  Caller,
  type Harness,
  makeJob,
  newDatabase,
  OWNER,
  onStage,
  startHarness,
  testCluster,
} from '../testing/harness.ts';
import { runPail } from '../testing/pail.ts';

const pail = (args: string[], url: string, environment: Record<string, string> = {}) =>
  runPail(args, { ...process.env, DATABASE_URL: url, ADMIN_DATABASE_URL: testCluster().admin, ...environment });

const folder = mkdtempSync(join(tmpdir(), 'pail-backup-'));

const contents = (url: string) =>
  connected(url, async (client) => {
    await client.query('begin');
    return contentsOf(client);
  });

const stands = (name: string): Promise<boolean> =>
  connected(withDatabase(testCluster().admin, 'postgres'), async (client) => {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
    return rowCount === 1;
  });

describe('backup and restore', function () {
  this.timeout(120_000);
  const { harness } = onStage();
  const file = join(folder, 'all.backup');

  /** An installation that was served, with its queue and its sessions, and is stopped now. */
  async function servedOnce(): Promise<string> {
    const standing: Harness = await startHarness({});
    await makeJob(standing.owner);
    await standing.stop();
    return standing.url;
  }

  before(async () => {
    await makeJob(harness.owner);
    const ran = await pail(['backup', file], harness.url);
    expect(ran.status, ran.stderr).to.equal(0);
    expect(ran.stdout).to.match(/tables, \d{2,} rows, 0 pictures, newest change 20/);
  });

  it('bring back every row onto an installation that has been served, which then signs people in', async () => {
    const url = await servedOnce();
    const restored = await pail(['restore', file], url);
    expect(restored.status, restored.stderr).to.equal(0);
    expect(await contents(url)).to.deep.equal(await contents(harness.url));
    const again = await startHarness({}, url);
    try {
      expect((await again.owner.must('GET', '/api/session')).person.email).to.equal(OWNER.email);
    } finally {
      await again.stop();
    }
  });

  it('put a backup back onto the installation that it came from', async () => {
    const url = await servedOnce();
    const own = join(folder, 'own.backup');
    const before = await contents(url);
    expect((await pail(['backup', own], url)).status).to.equal(0);
    await connected(url, (client) => client.query("update customers set name = 'Changed since'"));
    const restored = await pail(['restore', own], url);
    expect(restored.status, restored.stderr).to.equal(0);
    expect(await contents(url)).to.deep.equal(before);
  });

  it('keep the former state until the next restore, and put it back when asked', async () => {
    const url = await servedOnce();
    const before = await contents(url);
    expect((await pail(['restore', file], url)).status).to.equal(0);
    expect(await contents(withDatabase(url, `${databaseOf(url)}_before`))).to.deep.equal(before);
    const undone = await pail(['restore', '--undo'], url);
    expect(undone.status, undone.stderr).to.equal(0);
    expect(await contents(url)).to.deep.equal(before);
  });

  it('come back as another account of the database, which owns all of it then', async () => {
    const role = `other_${process.pid}`;
    const admin = testCluster().admin;
    await connected(admin, (client) => client.query(`create role ${role} login createdb password 'other'`));
    const url = new URL(withDatabase(admin, `of_${role}`));
    [url.username, url.password] = [role, 'other'];
    const restored = await pail(['restore', file], url.href, { ADMIN_DATABASE_URL: url.href });
    expect(restored.status, restored.stderr).to.equal(0);
    expect(await contents(url.href)).to.deep.equal(await contents(harness.url));
    const { rows } = await connected(url.href, (client) =>
      client.query("select distinct tableowner as owner from pg_tables where schemaname = 'public'"),
    );
    expect(rows).to.deep.equal([{ owner: role }]);
  });

  /** What a restore says of a backup whose data have taken these steps. */
  async function restoring(steps: readonly string[]) {
    const url = await newDatabase();
    await connected(url, async (client) => {
      await client.query(BACK_TO_FIRST_STEP);
      await client.query('delete from schema_migrations');
      for (const step of steps)
        await client.query('insert into schema_migrations (name, batch, migration_time) values ($1, 1, now())', [step]);
    });
    const made = join(folder, `${steps.at(-1)}.backup`);
    expect((await pail(['backup', made], url)).status).to.equal(0);
    const target = await newDatabase();
    return { ...(await pail(['restore', made], target)), target };
  }

  it('refuse a backup of a newer Wide Pail', async () => {
    const ran = await restoring(['001-first-version', '999-later']);
    expect([ran.status, ran.stderr.includes('newer Wide Pail')]).to.deep.equal([1, true]);
  });

  it('refuse a backup of an older Wide Pail, and name the version that lifts it', async () => {
    const ran = await restoring(['001-first', '002-drill']);
    expect([ran.status, ran.stderr.includes('Restore it with version 0.1.0')]).to.deep.equal([1, true]);
  });

  it('take over a backup that version 0.1.0 has brought up', async () => {
    const ran = await restoring(['001-first', '048-epochs']);
    expect(ran.status, ran.stderr).to.equal(0);
    const again = await startHarness({}, ran.target);
    try {
      expect((await again.owner.must('GET', '/api/backups')).everyHours).to.equal(24);
    } finally {
      await again.stop();
    }
  });

  it('refuse a dump from before there were sums', async () => {
    const dump = join(folder, 'before-sums.backup');
    writeFileSync(dump, 'PGDMP and more');
    const ran = await pail(['restore', dump], await newDatabase());
    expect([ran.status, ran.stderr.includes('Restore it with version 0.1.0')]).to.deep.equal([1, true]);
  });

  it('refuse to restore while the company is in use, and change nothing', async () => {
    const before = await contents(harness.url);
    const ran = await pail(['restore', file], harness.url);
    expect(ran.status).to.equal(1);
    expect(ran.stderr).to.include('Stop Wide Pail first');
    expect(await contents(harness.url)).to.deep.equal(before);
  });

  describe('a file that is not whole', () => {
    let target: string;
    let untouched: Awaited<ReturnType<typeof contents>>;
    before(async () => {
      target = await servedOnce();
      untouched = await contents(target);
    });

    async function refused(broken: string): Promise<void> {
      const checked = await pail(['backup', '--check', broken], target);
      expect([checked.status, checked.stdout], checked.stderr).to.deep.equal([1, '']);
      const ran = await pail(['restore', broken], target);
      expect(ran.status, ran.stdout).to.equal(1);
      expect(await contents(target)).to.deep.equal(untouched);
      expect(await stands(`${databaseOf(target)}_incoming`)).to.equal(false);
    }

    for (const share of [0.02, 0.5, 0.999]) {
      it(`is refused where it was cut at ${share * 100} % of its length`, async () => {
        const broken = join(folder, `cut-${share}.backup`);
        copyFileSync(file, broken);
        truncateSync(broken, Math.floor(statSync(file).size * share));
        await refused(broken);
      });
    }

    for (const share of [0.01, 0.3, 0.6, 0.9]) {
      it(`is refused where one bit was turned at ${share * 100} % of its length`, async () => {
        const broken = join(folder, `turned-${share}.backup`);
        const bytes = readFileSync(file);
        const at = Math.floor(bytes.length * share);
        bytes[at] = (bytes[at] ?? 0) ^ 4;
        writeFileSync(broken, bytes);
        await refused(broken);
      });
    }

    it('is refused where it is no backup at all', () => refused(join(PROJECT, 'package.json')));
  });

  it('write a file for this account alone, in which nobody is signed in and no secret stands', async () => {
    expect(statSync(file).mode & 0o777).to.equal(0o600);
    const url = await servedOnce();
    const of = (address: string) =>
      connected(address, async (client) => {
        const { rows } = await client.query(
          'select (select session_secret from installation_secrets) as secret, (select count(*)::int from session) as n',
        );
        return rows[0];
      });
    const before = await of(harness.url);
    expect(before.n).to.be.above(0);
    expect((await pail(['restore', file], url)).status).to.equal(0);
    const after = await startHarness({}, url).then(async (standing) => {
      const found = await of(url);
      await standing.stop();
      return found;
    });
    expect(after.secret).to.be.a('string').and.not.equal(before.secret);
  });

  it('let no cookie from before in again', async () => {
    const url = await newDatabase();
    const first = await startHarness({}, url);
    const cookie = first.owner.cookies();
    const own = join(folder, 'cookie.backup');
    await first.stop();
    expect((await pail(['backup', own], url)).status).to.equal(0);
    expect((await pail(['restore', own], url)).status).to.equal(0);
    const second = await startHarness({}, url);
    try {
      const answer = await new Caller(second.server.address).send('GET', '/api/session', undefined, { cookie });
      expect(answer.body.person).to.equal(null);
    } finally {
      await second.stop();
    }
  });

  it('do not write over a backup that is there', async () => {
    const again = await pail(['backup', file], harness.url);
    expect(again.status).to.equal(1);
    expect(again.stderr).to.match(/not written over/);
  });

  it('say what a file holds without restoring it', async () => {
    const { status, stdout } = await pail(['backup', '--check', file], 'postgres://nobody@127.0.0.1:1/nothing');
    expect(status).to.equal(0);
    expect(stdout)
      .to.match(/\d+ quotes/)
      .and.match(/whole and as it was written/);
  });

  it('are written under a passphrase, and open with no other', async () => {
    const sealed = join(folder, 'sealed.backup');
    const secret = { PAIL_PASSPHRASE: 'four words in a row' };
    expect((await pail(['backup', '--encrypt', sealed], harness.url, secret)).status).to.equal(0);
    expect(statSync(sealed).mode & 0o777).to.equal(0o600);
    expect(readFileSync(sealed).includes('manifest.json')).to.equal(false);
    const wrong = await pail(['backup', '--check', sealed], harness.url, { PAIL_PASSPHRASE: 'four other words' });
    expect([wrong.status, wrong.stderr.includes('cannot be decrypted')]).to.deep.equal([1, true]);
    const url = await servedOnce();
    const restored = await pail(['restore', sealed], url, secret);
    expect(restored.status, restored.stderr).to.equal(0);
    expect(await contents(url)).to.deep.equal(await contents(harness.url));
  });

  describe('of nothing', () => {
    it('is refused where no company stands, and leaves no file', async () => {
      const nothing = join(folder, 'nothing.backup');
      const url = await bareDatabase();
      const ran = await pail(['backup', nothing], url);
      expect([ran.status, ran.stderr.includes('no company')]).to.deep.equal([1, true]);
      expect(existsSync(nothing)).to.equal(false);
    });

    it('makes no cluster and no database', async () => {
      const data = join(folder, 'no-data');
      const { DATABASE_URL: _, ...env } = process.env;
      const ran = spawnSync(join(PROJECT, 'pail'), ['backup', join(folder, 'none.backup')], {
        encoding: 'utf8',
        env: { ...env, PAIL_DATA: data },
      });
      expect([ran.status, ran.stderr.includes('no company here')]).to.deep.equal([1, true]);
      expect(existsSync(data)).to.equal(false);
    });
  });
});
