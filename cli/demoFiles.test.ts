import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { PROJECT } from './folders.ts';

describe('the files of the demo', function () {
  this.timeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'wide-pail-demo-'));
  after(() => rmSync(folder, { recursive: true }));

  it('are what the scenario makes: whoever changes it makes them anew', () => {
    const made = spawnSync(process.execPath, ['--import', 'tsx', 'demo/make.ts', folder], {
      cwd: PROJECT,
      encoding: 'utf8',
    });
    expect(made.status, made.stderr).to.equal(0);
    const kept = join(PROJECT, 'demo');
    for (const part of ['sites', 'photos'])
      expect(readdirSync(join(folder, part)), part).to.deep.equal(readdirSync(join(kept, part)));
    for (const name of readdirSync(join(kept, 'sites')))
      expect(readFileSync(join(folder, 'sites', name), 'utf8'), name).to.equal(
        readFileSync(join(kept, 'sites', name), 'utf8'),
      );
  });
});
