import { mkdirSync, mkdtempSync } from 'node:fs';
import { homedir, tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { dataFolder, formerFolder, notesOnFolders, properFolder } from './folders.ts';

describe('where the data lies', () => {
  const before = { ...process.env };
  let share: string;
  beforeEach(() => {
    share = mkdtempSync(join(tmpdir(), 'pail-share-'));
    process.env.XDG_DATA_HOME = share;
    delete process.env.PAIL_DATA;
  });
  afterEach(() => {
    process.env = { ...before };
  });

  it('is a place that no system cleans: root has its own, a user one in the home or where the system keeps shares', () => {
    const root = userInfo().uid === 0;
    expect(properFolder()).to.equal(root ? '/var/lib/wide-pail' : join(share, 'wide-pail'));
    delete process.env.XDG_DATA_HOME;
    expect(properFolder()).to.equal(root ? '/var/lib/wide-pail' : join(homedir(), '.local/share/wide-pail'));
    expect(formerFolder()).to.equal(`/var/tmp/wide-pail-${userInfo().uid}`);
  });

  it('is where PAIL_DATA says, before anything else, and then nothing is remarked', () => {
    process.env.PAIL_DATA = join(share, 'elsewhere');
    mkdirSync(join(share, 'elsewhere/cluster'), { recursive: true });
    expect(dataFolder()).to.equal(join(share, 'elsewhere'));
    expect(notesOnFolders()).to.deep.equal([]);
  });
});
