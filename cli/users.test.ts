import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { usersOf } from './users.ts';

describe('who uses a database that runs beside them', () => {
  const folder = mkdtempSync(join(tmpdir(), 'pail-users-'));
  const module = join(import.meta.dirname, 'users.ts');
  after(() => rmSync(folder, { recursive: true, force: true }));

  /** Another process that uses it until it is killed. */
  async function another() {
    const text = `const { usersOf } = await import(${JSON.stringify(module)});
      usersOf(${JSON.stringify(folder)}).enter(); console.log('in'); setInterval(() => {}, 1000);`;
    const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', text], {
      cwd: join(import.meta.dirname, '..'),
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((resolve) => child.stdout.once('data', resolve));
    const ended = new Promise((resolve) => child.once('exit', resolve));
    return { child, ended };
  }

  it('is the last to leave, unless another that runs is still in', async () => {
    const users = usersOf(folder);
    users.enter();
    const { child, ended } = await another();
    expect(users.leave()).to.equal(false);
    users.enter();
    child.kill('SIGKILL');
    await ended;
    expect(users.leave(), 'the other was killed').to.equal(true);
    expect(readdirSync(folder)).to.deep.equal([]);
  });

  it('is nobody whose number another process has meanwhile', () => {
    writeFileSync(join(folder, String(process.ppid)), 'began at another time');
    writeFileSync(join(folder, String(spawnSync('true').pid)), '1');
    expect(usersOf(folder).others()).to.deep.equal([]);
    expect(readdirSync(folder)).to.deep.equal([]);
  });
});
