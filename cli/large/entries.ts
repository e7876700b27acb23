import { randomUUID } from 'node:crypto';
import { Agent } from 'node:http';
import { Caller, makeJob, newDatabase } from '../../server/testing/harness.ts';
import type { Cluster } from '../cluster.ts';
import { startServerProcess } from '../serverProcess.ts';
import { ask, type Session } from './load.ts';

/** How many entries a job holds before the second counting, and how many are sent in each counting. */
const BEFORE = 2000;
const COUNTED = 300;
const BATCH = 200;

const entry = (array: string, at: number) => ({
  id: randomUUID(),
  at: new Date(Date.parse('2026-11-20T05:00:00Z') + at * 1000).toISOString(),
  kind: 'mark',
  array,
  modules: [at % 20],
  mark: 'rinsed',
});

/** Entries a second from one phone, one a request: on a job that has none yet, and on one that has many. */
export async function entries(cluster: Cluster, signIn: (address: string) => Promise<Session>): Promise<void> {
  const url = await newDatabase({ admin: cluster.url(), app: cluster.appUrl('postgres') });
  const server = await startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'error' });
  const agent = new Agent({ keepAlive: true });
  const { jobId, arrayId } = await makeJob(await new Caller(server.address).signIn());
  const session = await signIn(server.address);
  let count = 0;
  const send = async (number: number) => {
    const made = Array.from({ length: number }, () => entry(arrayId, count++));
    const { status, body } = await ask(session, agent, 'POST', `/api/jobs/${jobId}/entries`, { entries: made });
    if (status !== 200) throw new Error(`entries: ${status} ${body.slice(0, 300)}`);
  };
  const single = async () => {
    const begun = performance.now();
    for (let at = 0; at < COUNTED; at += 1) await send(1);
    return (COUNTED / (performance.now() - begun)) * 1000;
  };
  await send(1);
  const first = await single();
  const begun = performance.now();
  for (let at = 0; at < BEFORE; at += BATCH) await send(BATCH);
  const batched = (BEFORE / (performance.now() - begun)) * 1000;
  const later = await single();
  console.log('\nEntries of a job, a second');
  console.log(`  one a request, the first ${COUNTED}: ${first.toFixed(0)}`);
  console.log(`  ${BATCH} a request, ${BEFORE} of them: ${batched.toFixed(0)}`);
  console.log(`  one a request after those: ${later.toFixed(0)} (${(first / later).toFixed(2)} times slower)`);
  agent.destroy();
  await server.stop();
}
