import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import pg from 'pg';
import { startServerProcess } from '../../cli/serverProcess.ts';
import { throwawayCluster } from '../../cli/stage.ts';
import { Caller, type Chain, makeJob, newDatabase, readingEntry } from '../testing/harness.ts';

const READINGS = 200;
const CRASH_AT = 120;

/** Writes readings one after another until the machine fails. @returns the ids that were acknowledged, and the one in flight */
async function writeUntil(caller: Caller, chain: Chain, crash: () => void) {
  const acknowledged: string[] = [];
  const sent: ReturnType<typeof readingEntry>[] = [];
  for (let count = 0; count < READINGS; count += 1) {
    const entry = readingEntry(chain.arrayId, 3000 + count);
    sent.push(entry);
    if (count === CRASH_AT) crash();
    try {
      const answer = await caller.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [entry] });
      if (answer.status !== 200) break;
      acknowledged.push(entry.id);
    } catch {
      break;
    }
  }
  return { acknowledged, sent };
}

async function kept(url: string, jobId: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query("select id from job_entries where job_id = $1 and kind = 'reading'", [jobId]);
  await client.end();
  return rows.map(({ id }) => id);
}

/** The phone comes back and sends everything again that it is not sure of. */
async function sendAgain(caller: Caller, chain: Chain, sent: unknown[]): Promise<void> {
  for (const entry of sent) await caller.must('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [entry] });
}

describe('a crash in the middle of a job', function () {
  this.timeout(180_000);

  it('of the server (SIGKILL) loses no acknowledged reading and doubles none', async () => {
    const url = await newDatabase();
    const environment = { DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' };
    const first = await startServerProcess(environment);
    const caller = await new Caller(first.address).signIn();
    const chain = await makeJob(caller);
    const { acknowledged, sent } = await writeUntil(caller, chain, () => void first.kill());
    expect(acknowledged.length).to.be.within(CRASH_AT - 1, READINGS - 1);
    await first.kill();
    const second = await startServerProcess(environment);
    try {
      expect(await kept(url, chain.jobId)).to.include.members(acknowledged);
      await sendAgain(await new Caller(second.address).signIn(), chain, sent);
      const all = await kept(url, chain.jobId);
      expect(all.sort()).to.deep.equal(sent.map(({ id }) => id).sort());
    } finally {
      await second.stop();
    }
  });

  it('of PostgreSQL (SIGKILL of the postmaster) loses no acknowledged reading and doubles none', async () => {
    const { cluster, discard } = await throwawayCluster();
    try {
      const url = await newDatabase({ admin: cluster.url(), app: cluster.appUrl('postgres') });
      const server = await startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' });
      try {
        const caller = await new Caller(server.address).signIn();
        const chain = await makeJob(caller);
        const { acknowledged, sent } = await writeUntil(caller, chain, () =>
          process.kill(cluster.postmaster(), 'SIGKILL'),
        );
        expect(acknowledged.length).to.be.within(CRASH_AT - 1, READINGS - 1);
        await cluster.restart();
        expect(await kept(url, chain.jobId)).to.include.members(acknowledged);
        await sendAgain(await again(server.address), chain, sent);
        const all = await kept(url, chain.jobId);
        expect(all.sort()).to.deep.equal(sent.map(({ id }) => id).sort());
      } finally {
        await server.kill();
      }
    } finally {
      discard();
    }
  });

  it('leaves the same id with other content refused, not mixed', async () => {
    const url = await newDatabase();
    const server = await startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' });
    try {
      const caller = await new Caller(server.address).signIn();
      const chain = await makeJob(caller);
      const entry = { ...readingEntry(chain.arrayId, 3000), id: randomUUID() };
      await caller.must('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [entry] });
      const other = { ...entry, reading: { ...entry.reading, value: 9999 } };
      const answer = await caller.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [other] });
      expect(answer.status).to.equal(409);
    } finally {
      await server.stop();
    }
  });
});

/** Signs in as soon as the server has found its database again. */
async function again(address: string): Promise<Caller> {
  for (let attempt = 0; ; attempt += 1) {
    try {
      return await new Caller(address).signIn();
    } catch (error) {
      if (attempt > 30) throw error;
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
}
