import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { openScratch, sweepScratch } from './scratch.ts';

describe('a folder for work that must not outlive it', () => {
  const parent = mkdtempSync(join(tmpdir(), 'pail-scratch-test-'));
  after(() => rmSync(parent, { recursive: true, force: true }));

  /** A folder as a process leaves it that was killed, with something in it. */
  function left(by: number, host?: string): string {
    const { folder } = openScratch(parent, 'work-');
    const name = folder.replace(/-\d+-([^-]+)$/, `-${by}-$1`);
    const path = host ? name.replace(/work-[0-9a-f]{8}/, `work-${host}`) : name;
    mkdirSync(path);
    rmSync(folder, { recursive: true });
    writeFileSync(join(path, 'plain'), 'what nobody may find');
    return path;
  }
  const dead = (): number => spawnSync('true').pid;

  it('is for this account alone, and gone when it is closed', () => {
    const { folder, close } = openScratch(parent, 'work-');
    expect(statSync(folder).mode & 0o777).to.equal(0o700);
    close();
    expect(existsSync(folder)).to.equal(false);
  });

  it('that a killed process left is taken away by the next one', () => {
    const old = left(dead());
    openScratch(parent, 'work-').close();
    expect(existsSync(old)).to.equal(false);
  });

  it('of a process that runs is left alone, until it is of another day', () => {
    const own = left(process.ppid);
    sweepScratch(parent, 'work-');
    expect(existsSync(own)).to.equal(true);
    sweepScratch(parent, 'work-', Date.now() + 2 * MILLISECONDS_PER_DAY);
    expect(existsSync(own)).to.equal(false);
  });

  it('of another machine that shares the place goes by its age alone', () => {
    const theirs = left(dead(), '00000000');
    sweepScratch(parent, 'work-');
    expect(existsSync(theirs)).to.equal(true);
    sweepScratch(parent, 'work-', Date.now() + 2 * MILLISECONDS_PER_DAY);
    expect(existsSync(theirs)).to.equal(false);
  });

  it('leaves what is called otherwise, and follows no link', () => {
    const target = join(parent, 'elsewhere');
    mkdirSync(target);
    symlinkSync(target, join(parent, 'work-00000000-1-link'));
    sweepScratch(parent, 'work-', Date.now() + 2 * MILLISECONDS_PER_DAY);
    expect(readdirSync(parent)).to.include.members(['elsewhere', 'work-00000000-1-link']);
  });
});
