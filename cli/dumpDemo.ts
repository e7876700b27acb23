/**
 * Writes the demo company of this version down, with the words of each of its papers, for `dump.test.ts`: whatever the
 * schema becomes, that data is brought up to it and its papers read the same. Run once for a version.
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { Caller } from '../server/testing/harness.ts';
import { textOfPdf } from '../server/testing/pdf.ts';
import { connected } from './backups/connected.ts';
import { LEFT_OUT } from './backups/contents.ts';
import { databaseOf, postgresEnvironment, withDatabase } from './backups/programs.ts';
import { ensurePostgres } from './debian.ts';
import { DEMO_OWNER } from './demo.ts';
import { PROJECT } from './folders.ts';
import { STAGE_PASSWORD, setStage } from './stage.ts';

const { version } = JSON.parse(readFileSync(join(PROJECT, 'package.json'), 'utf8'));
const into = join(PROJECT, 'server/storage/migrations/testing');
mkdirSync(into, { recursive: true });

const stage = await setStage();
try {
  const owner = await new Caller(stage.server.address).signIn(DEMO_OWNER.email, STAGE_PASSWORD);
  const wordsOf = async (address: string): Promise<string> => textOfPdf((await owner.send('GET', address)).body);
  const at = new Date().toISOString();
  const papers: Record<string, string> = {};
  const admin = withDatabase(stage.cluster.url(), databaseOf(stage.url));
  await connected(admin, async (client) => {
    const idsOf = async (query: string): Promise<string[]> => (await client.query(query)).rows.map(({ id }) => id);
    for (const kind of ['quotes', 'reports'])
      for (const id of await idsOf(`select id from ${kind} order by entered`))
        papers[`/api/${kind}/${id}/paper.pdf`] = await wordsOf(`/api/${kind}/${id}/paper.pdf`);
    const withDefects = `select distinct site_id as id from inspection_defects
      join inspections on inspections.id = inspection_id join arrays on arrays.id = array_id order by 1`;
    for (const id of await idsOf(withDefects)) {
      const address = `/api/sites/${id}/defects.pdf`;
      papers[address] = await wordsOf(address);
    }
    // A picture is its words here: what it shows would be most of the file.
    const dot = await sharp({ create: { width: 1, height: 1, channels: 3, background: 'grey' } })
      .jpeg()
      .toBuffer();
    await client.query('set session_replication_role = replica');
    await client.query('update photos set original = $1, upright = $1, thumbnail = $1', [dot]);
  });
  const withoutRows = [...LEFT_OUT, 'schema_migrations', 'schema_migrations_lock', 'papers'];
  const sql = execFileSync(
    join(ensurePostgres(), 'pg_dump'),
    [
      ...['--data-only', '--schema=public', '--inserts', '--rows-per-insert=100'],
      ...withoutRows.map((table) => `--exclude-table-data=${table}`),
    ],
    { env: postgresEnvironment(admin), maxBuffer: 1e9 },
  );
  const lines = sql.toString().split('\n');
  // The program's own commands, which only it understands.
  const plain = lines.filter((line) => !/^(\\|--|$)/.test(line)).join('\n');
  writeFileSync(join(into, `demo-${version}.sql.gz`), gzipSync(plain, { level: 9 }));
  writeFileSync(join(into, `demo-${version}.papers.json`), `${JSON.stringify({ at, papers }, null, 1)}\n`);
  console.log(`${Object.keys(papers).length} papers, ${plain.length} bytes of rows.`);
} finally {
  await stage.strike();
}
