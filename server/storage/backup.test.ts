import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import pg from 'pg';
import { PROJECT } from '../../cli/folders.ts';
import { makeJob, newDatabase, onStage } from '../testing/harness.ts';

const pail = (command: string, file: string, url: string) =>
  spawnSync(join(PROJECT, 'pail'), [command, file], { encoding: 'utf8', env: { ...process.env, DATABASE_URL: url } });

async function contents(url: string): Promise<Record<string, unknown>> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const tables = [
    'people',
    'sites',
    'arrays',
    'inspections',
    'reckonings',
    'plans',
    'quotes',
    'jobs',
    'audit_trail',
    'creations',
  ];
  const sums: Record<string, unknown> = {};
  for (const table of tables) {
    const { rows } = await client.query(
      `select count(*)::int as n, md5(string_agg(t::text, '' order by t::text)) as sum from ${table} t`,
    );
    sums[table] = rows[0];
  }
  await client.end();
  return sums;
}

describe('backup and restore', function () {
  this.timeout(60_000);
  const { harness } = onStage();
  const file = join(mkdtempSync(join(tmpdir(), 'pail-backup-')), 'all.backup');
  before(async () => {
    await makeJob(harness.owner);
  });

  it('bring back every row as it was, over whatever stands there', async () => {
    expect(pail('backup', file, harness.url).status).to.equal(0);
    const other = await newDatabase();
    const restored = pail('restore', file, other);
    expect(restored.status, restored.stderr).to.equal(0);
    expect(await contents(other)).to.deep.equal(await contents(harness.url));
  });

  it('do not write over a backup that is there', () => {
    const again = pail('backup', file, harness.url);
    expect(again.status).to.equal(1);
    expect(again.stderr).to.match(/not written over/);
  });

  it('change nothing where the file is no backup', async () => {
    const before = await contents(harness.url);
    expect(pail('restore', join(PROJECT, 'package.json'), harness.url).status).to.equal(1);
    expect(await contents(harness.url)).to.deep.equal(before);
  });
});
