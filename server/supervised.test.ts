import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { PROJECT } from '../cli/folders.ts';
import { moveFolder } from '../cli/moveData.ts';
import { Caller } from './testing/harness.ts';
import { parentOf, runningWith } from './testing/processes.ts';

/** A whole installation, started as its owner would start it. */
async function start(data: string): Promise<{ pail: ChildProcess; address: string; ended: Promise<number | null> }> {
  const { DATABASE_URL: _, ...env } = process.env;
  const pail = spawn(join(PROJECT, 'pail'), ['start'], {
    env: { ...env, PAIL_DATA: data, PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const ended = new Promise<number | null>((resolve) => pail.once('exit', resolve));
  let said = '';
  const address = await new Promise<string>((resolve, reject) => {
    for (const stream of [pail.stdout, pail.stderr]) {
      stream?.on('data', (chunk) => {
        said += chunk;
        const found = said.match(/Wide Pail is at (\S+)/);
        if (found?.[1]) resolve(found[1]);
      });
    }
    void ended.then((code) => reject(new Error(`ended with ${code}: ${said}`)));
  });
  return { pail, address, ended };
}

describe('an installation that runs', function () {
  this.timeout(300_000);
  const data = mkdtempSync('/var/tmp/wide-pail-supervised-');
  chmodSync(data, 0o711);
  after(() => rmSync(data, { recursive: true, force: true }));

  const ready = async (address: string): Promise<boolean> => {
    const answer = await new Caller(address).send('GET', '/api/ready').catch(() => null);
    return answer?.status === 200;
  };
  const until = async (holds: () => Promise<boolean>): Promise<void> => {
    while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 200));
  };

  it('starts its database again where that was killed, and goes on', async () => {
    const { pail, address, ended } = await start(data);
    try {
      await until(() => ready(address));
      const postmaster = Number(readFileSync(join(data, 'cluster/data/postmaster.pid'), 'utf8').split('\n')[0]);
      process.kill(postmaster, 'SIGKILL');
      await until(async () => !(await ready(address)));
      await until(() => ready(address));
    } finally {
      pail.kill('SIGTERM');
      expect(await ended).to.equal(0);
    }
    expect(runningWith(join(data, 'cluster')), 'left running').to.deep.equal([]);
  });

  it('leaves its database running where it is killed itself, and the next one to stop stops that too', async () => {
    const killed = await start(data);
    await until(() => ready(killed.address));
    killed.pail.kill('SIGKILL');
    await killed.ended;
    expect(runningWith(join(data, 'cluster')), 'goes on by itself').to.have.length(1);
    const next = await start(data);
    await until(() => ready(next.address));
    next.pail.kill('SIGTERM');
    expect(await next.ended).to.equal(0);
    expect(runningWith(join(data, 'cluster')), 'left running').to.deep.equal([]);
  });

  it('moves its data to another place, whole, and not while it is in use', async () => {
    const to = `${data}-moved`;
    const { pail, address, ended } = await start(data);
    try {
      await until(() => ready(address));
      const refused = await moveFolder(data, to).catch((error: Error) => error.message);
      expect(refused).to.include('Stop Wide Pail first');
    } finally {
      pail.kill('SIGTERM');
      await ended;
    }
    await moveFolder(data, to);
    expect([existsSync(data), existsSync(`${to}.partial`)]).to.deep.equal([false, false]);
    try {
      const again = await start(to);
      await until(() => ready(again.address));
      again.pail.kill('SIGTERM');
      await again.ended;
    } finally {
      renameSync(to, data);
    }
  });

  it('ends with an error of its own where its server died, so that whoever watches it can start it again', async () => {
    const { pail, address, ended } = await start(data);
    await until(() => ready(address));
    const below = (id: number): boolean => {
      for (let at = id; at > 1; at = parentOf(at)) if (at === pail.pid) return true;
      return false;
    };
    const server = runningWith('server/dist/main.js').find(below);
    expect(server).to.be.a('number');
    process.kill(server ?? 0, 'SIGKILL');
    expect(await ended).to.equal(1);
    expect(runningWith(join(data, 'cluster')), 'left running').to.deep.equal([]);
  });
});
