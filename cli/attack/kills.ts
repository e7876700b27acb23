import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { inspectionBody } from '../../contract/testing/bodies.ts';
import { seededRandom } from '../../core/statistics/random.ts';
import { Caller, type Chain, makeJob, newDatabase, readingEntry } from '../../server/testing/harness.ts';
import { type ServerProcess, startServerProcess } from '../serverProcess.ts';
import { throwawayCluster } from '../stage.ts';
import { type Attack, tally } from './attack.ts';

const WRITES_BETWEEN_KILLS = 90;

interface Write {
  id: string;
  table: 'job_entries' | 'inspections' | 'water_readings';
  send: (caller: Caller) => Promise<{ status: number }>;
}

function someWrite(random: () => number, chain: Chain): Write {
  const kind = Math.floor(random() * 3);
  if (kind === 0) {
    const entry = readingEntry(chain.arrayId, 3000 + Math.floor(random() * 1000));
    const send = (caller: Caller) => caller.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [entry] });
    return { id: entry.id, table: 'job_entries', send };
  }
  if (kind === 1) {
    const body = inspectionBody();
    const send = (caller: Caller) => caller.send('POST', `/api/arrays/${chain.arrayId}/inspections`, body);
    return { id: body.id, table: 'inspections', send };
  }
  const body = { id: randomUUID(), conductivity: 300, temperature: 18, takenAt: new Date().toISOString() };
  const send = (caller: Caller) => caller.send('POST', `/api/sites/${chain.siteId}/water-readings`, body);
  return { id: body.id, table: 'water_readings', send };
}

/** SIGKILL of the server and of PostgreSQL by turns among mixed writes: each that was acknowledged is there, none twice. */
export const kills: Attack = {
  name: 'kill -9 among mixed writes',
  full: 1000,
  small: 20,
  async run(times) {
    const { hold, outcome } = tally();
    const random = seededRandom(9);
    const { cluster, discard } = await throwawayCluster();
    const url = await newDatabase({ admin: cluster.url(), app: cluster.appUrl('postgres') });
    const start = () => startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' });
    let server: ServerProcess = await start();
    try {
      const chain = await makeJob(await new Caller(server.address).signIn());
      let caller = await new Caller(server.address).signIn();
      const acknowledged: Write[] = [];
      const unsure: Write[] = [];
      const between = Math.min(WRITES_BETWEEN_KILLS, Math.floor(times / 2));
      for (let count = 1; count <= times; count += 1) {
        const write = someWrite(random, chain);
        const sent = write.send(caller).catch(() => null);
        if (count % between === 0) {
          if ((count / between) % 2 === 1) await server.kill();
          else process.kill(cluster.postmaster(), 'SIGKILL');
        }
        const answer = await sent;
        if (answer?.status === 200) acknowledged.push(write);
        else unsure.push(write);
        if (count % between !== 0) continue;
        await cluster.restart();
        await server.kill();
        server = await start();
        caller = await new Caller(server.address).signIn();
      }
      // Whoever is not sure sends again.
      for (const write of unsure) hold((await write.send(caller)).status === 200, `${write.table} was not taken again`);
      const client = new pg.Client({ connectionString: url });
      await client.connect();
      for (const { table, id } of [...acknowledged, ...unsure]) {
        const { rows } = await client.query(`select count(*)::int as n from ${table} where id = $1`, [id]);
        hold(rows[0].n === 1, `${table} ${id} is there ${rows[0].n} times`);
      }
      await client.end();
    } finally {
      await server.kill();
      discard();
    }
    return outcome;
  },
};
