import { existsSync, mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { isDue, type KeeperOptions, keepBackups } from '../../cli/backups/keeper.ts';
import type { BackupHolds } from '../../contract/backups/endpoints.ts';
import { MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import { type Database, openDatabase } from '../storage/database.ts';
import { type Caller, onStage } from '../testing/harness.ts';

const HOLDS: BackupHolds = { company: 'Test', tables: 30, rows: 100, pictures: 2, newest: null };

describe('when a backup is due', () => {
  const now = new Date('2026-11-25T12:00:00Z');
  const ago = (hours: number) => new Date(now.getTime() - hours * MILLISECONDS_PER_HOUR).toISOString();
  const due = { everyHours: 24, keep: 14, requestedAt: null, lastGoodAt: null, lastTriedAt: null };

  const cases: [
    what: string,
    change: Partial<typeof due | { lastGoodAt: string; lastTriedAt: string }>,
    is: boolean,
  ][] = [
    ['none was ever made', {}, true],
    ['the last good one is a day old', { lastGoodAt: ago(24), lastTriedAt: ago(24) }, true],
    ['the last good one is of this morning', { lastGoodAt: ago(6), lastTriedAt: ago(6) }, false],
    ['the last try failed a minute ago', { lastGoodAt: ago(30), lastTriedAt: ago(0.02) }, false],
    ['the last try failed an hour ago', { lastGoodAt: ago(30), lastTriedAt: ago(1) }, true],
  ];
  for (const [what, change, is] of cases) {
    it(`${is ? 'is due' : 'is not due'} where ${what}`, () => {
      expect(isDue({ ...due, ...change }, now)).to.equal(is);
    });
  }
  it('is due where somebody asked for it, however new the last one is', () => {
    expect(isDue({ ...due, lastGoodAt: ago(0), lastTriedAt: ago(0), requestedAt: ago(0) }, now)).to.equal(true);
  });
});

describe('the keeper of backups', () => {
  const { harness, owner } = onStage();
  let database: Database;
  let folder: string;
  let now: Date;
  before(() => {
    database = openDatabase(harness.url, 4);
  });
  after(() => database.destroy());
  beforeEach(async () => {
    folder = join(mkdtempSync(join(tmpdir(), 'pail-keeper-')), 'backups');
    now = new Date('2026-11-25T12:00:00Z');
    await harness.sql('delete from backup_runs');
    await harness.sql('update backup_settings set every_hours = 24, keep = 2, requested_at = null');
  });

  const keeper = (change: Partial<KeeperOptions> = {}): KeeperOptions => ({
    database,
    folder,
    clock: () => now,
    make: async (file) => {
      writeFileSync(file, 'backup');
      return HOLDS;
    },
    attempt: async () => HOLDS,
    ...change,
  });
  const hours = (count: number) => {
    now = new Date(now.getTime() + count * MILLISECONDS_PER_HOUR);
  };
  const read = (caller: Caller = owner) => caller.must('GET', '/api/backups');

  it('makes one, puts it back on trial, and the owner sees both', async () => {
    await keepBackups(keeper());
    const { lastGood, lastTrial } = await read();
    expect(lastGood).to.deep.include({ ok: true, bytes: 6, holds: HOLDS, startedAt: now.toISOString() });
    expect(lastTrial).to.deep.include({ ok: true, file: lastGood.file });
    expect(existsSync(lastGood.file)).to.equal(true);
  });

  it('keeps so many and takes the oldest away, and nothing else that lies there', async () => {
    await keepBackups(keeper());
    writeFileSync(join(folder, 'mine.txt'), 'not a backup');
    for (let count = 0; count < 3; count += 1) {
      hours(24);
      await keepBackups(keeper());
    }
    expect(readdirSync(folder).sort()).to.deep.equal([
      'mine.txt',
      'wide-pail-20261127T120000Z.backup',
      'wide-pail-20261128T120000Z.backup',
    ]);
  });

  it('says why one failed, keeps the last good one in sight, and does not try again with every look', async () => {
    await keepBackups(keeper());
    hours(24);
    const failing = keeper({ make: () => Promise.reject(new Error('the disk is full')) });
    await keepBackups(failing);
    await keepBackups(failing);
    const { runs, lastGood } = await read();
    expect(runs.map(({ problem }: { problem: string | null }) => problem)).to.deep.equal([
      'the disk is full',
      null,
      null,
    ]);
    expect(lastGood.ok).to.equal(true);
  });

  it('does not count a backup as tried that cannot be put back', async () => {
    await keepBackups(keeper({ attempt: () => Promise.reject(new Error('a table is missing')) }));
    expect((await read()).lastTrial).to.include({ ok: false, problem: 'a table is missing' });
  });

  it('makes one at its next look when the owner asks, once', async () => {
    await keepBackups(keeper());
    hours(1);
    await owner.must('POST', '/api/backups/requests', {});
    expect((await read()).requestedAt).to.be.a('string');
    now = new Date();
    await keepBackups(keeper());
    await keepBackups(keeper());
    const after = await read();
    expect([after.requestedAt, after.runs.length]).to.deep.equal([null, 4]);
  });

  it('is one at a time, however many there are', async () => {
    let made = 0;
    const slow = keeper({
      make: async (file) => {
        made += 1;
        await new Promise((resolve) => setTimeout(resolve, 100));
        writeFileSync(file, 'backup');
        return HOLDS;
      },
    });
    await Promise.all([keepBackups(slow), keepBackups(slow)]);
    expect(made).to.equal(1);
  });

  it('follows what the owner sets, and a late change is refused with what stands', async () => {
    const { version } = await read();
    await owner.must('PUT', '/api/backups', { everyHours: 6, keep: 30, version });
    const late = await owner.send('PUT', '/api/backups', { everyHours: 12, keep: 30, version });
    expect([late.status, late.body.current.everyHours]).to.deep.equal([409, 6]);
    const crew = await harness.as('crew');
    expect((await crew.send('GET', '/api/backups')).status).to.equal(403);
  });
});
