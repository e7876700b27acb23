import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { askDatabase, type Finding, lookAround } from '../cli/doctor.ts';
import { bareDatabase, onStage, testCluster } from './testing/harness.ts';

const wrongOf = (found: Finding[]): string[] => found.filter(({ well }) => !well).map(({ what }) => what);

describe('the doctor', () => {
  const { harness } = onStage();

  it('finds that there is no backup, and nothing else wrong with a new installation', async () => {
    const found = await askDatabase(harness.url, new Date());
    expect(wrongOf(found)).to.deep.equal(['there is a backup']);
    for (const { well, advice } of found) expect(well || (advice ?? '').length > 10).to.equal(true);
  });

  it('finds a backup that is old, a trial that failed, and pictures that wait', async () => {
    await harness.sql(`insert into backup_runs (kind, started_at, ended_at, ok, file, problem) values
      ('backup', now() - interval '9 days', now(), true, 'a', null),
      ('trial', now(), now(), false, 'a', 'a table is missing')`);
    const wrong = wrongOf(await askDatabase(harness.url, new Date()));
    expect(wrong).to.deep.equal(['the last good backup is 9.0 days old', 'the last backup could be put back']);
  });

  it('finds an application that is a superuser', async () => {
    const url = new URL(testCluster().admin);
    url.pathname = new URL(harness.url).pathname;
    expect(wrongOf(await askDatabase(url.href, new Date()))).to.include(
      'the application is no superuser of the database',
    );
  });

  it('finds nobody in a database that is empty', async () => {
    expect(wrongOf(await askDatabase(await bareDatabase(), new Date()))).to.deep.equal(['somebody is here']);
  });

  it('finds nothing in a folder in which nothing lies', () => {
    const folder = mkdtempSync(join(tmpdir(), 'pail-doctor-'));
    expect(wrongOf(lookAround(folder))).to.include(`a company lies in ${folder}`);
  });
});
