import pg from 'pg';
import { arrayBody, siteBody } from '../../contract/testing/bodies.ts';
import { newDatabase } from '../../server/testing/harness.ts';
import { sendBundle, untilTakenIn } from '../bringIn.ts';
import type { Cluster } from '../cluster.ts';
import { startServerProcess } from '../serverProcess.ts';
import type { Session } from './load.ts';

const SITES = 2000;
/** as many as one file may hold */
const A_FILE = 500;
const ROUNDS = 3;
const MOST_SLOWER = 3;

/** Sites of a customer list, with an array each. */
function customerList() {
  return Array.from({ length: SITES }, (_, at) => {
    const { id, customer, ...site } = siteBody({ name: `Listed ${at}`, place: `Beacon Lane ${at}` });
    return { id, customer, site, arrays: [arrayBody()] };
  });
}

/** What a customer list leaves in the database, copied as text into tables of the same shape: nothing can be quicker. */
async function copied(url: string): Promise<number> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const tables = ['customers', 'sites', 'arrays', 'creations', 'audit_trail'];
  const begun = performance.now();
  await client.query('begin');
  for (const table of tables) {
    const { rows } = await client.query(`select * from ${table}`);
    const columns = Object.keys(rows[0] ?? {});
    await client.query(`create table copied_${table} (like ${table} including all)`);
    // In rows of one statement each thousand: what COPY does, without its protocol.
    for (let from = 0; from < rows.length; from += 1000) {
      const part = JSON.stringify(
        rows
          .slice(from, from + 1000)
          .map((row) => ({ ...row, digest: row.digest && `\\x${row.digest.toString('hex')}` })),
      );
      await client.query(
        `insert into copied_${table} (${columns.map((name) => `"${name}"`).join(', ')}) overriding system value
          select ${columns.map((name) => `"${name}"`).join(', ')} from jsonb_populate_recordset(null::${table}, $1::jsonb)`,
        [part],
      );
    }
  }
  await client.query('commit');
  const took = performance.now() - begun;
  await client.query(tables.map((table) => `drop table copied_${table}`).join(';'));
  await client.end();
  return took;
}

/** How long a list of customers takes to come in, beside copying its rows. */
export async function imports(cluster: Cluster, signIn: (address: string) => Promise<Session>): Promise<void> {
  console.log(`\nA list of ${SITES} sites, brought in by its owner, ms`);
  const took: number[] = [];
  const copies: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const url = await newDatabase({ admin: cluster.url(), app: cluster.appUrl('postgres') });
    const server = await startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'error' });
    const session = await signIn(server.address);
    const headers = { cookie: session.cookie, 'x-csrf-token': session.csrf };
    const asking = async (method: string, path: string, body?: unknown): Promise<unknown> => {
      const answer = await fetch(`${session.address}${path}`, {
        method,
        headers,
        ...(body ? { body: body as FormData } : {}),
      });
      if (!answer.ok) throw new Error(`imports: ${answer.status} ${(await answer.text()).slice(0, 300)}`);
      return answer.json();
    };
    const list = customerList();
    const begun = performance.now();
    const sent: string[] = [];
    for (let from = 0; from < SITES; from += A_FILE) {
      const sites = list.slice(from, from + A_FILE);
      sent.push(await sendBundle(asking, `list-${from}.json`, { format: 'wide-pail-sites', formatVersion: 1, sites }));
    }
    for (const id of sent) await untilTakenIn(asking, id);
    took.push(performance.now() - begun);
    await server.stop();
    copies.push(await copied(url));
  }
  const [import_, copy] = [Math.min(...took), Math.min(...copies)];
  const ratio = import_ / copy;
  console.log(
    `  import ${import_.toFixed(0)}, copy ${copy.toFixed(0)}: ${ratio.toFixed(1)} times   ${ratio <= MOST_SLOWER ? 'holds' : 'DOES NOT HOLD'}`,
  );
}
