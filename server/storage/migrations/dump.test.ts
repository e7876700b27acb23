import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { expect } from 'chai';
import pg from 'pg';
import { readEnvironment } from '../../environment.ts';
import { hashPassword } from '../../people/passwords.ts';
import { type RunningServer, startServer } from '../../start.ts';
import { bareDatabase, Caller, OWNER, testCluster } from '../../testing/harness.ts';
import { textOfPdf } from '../../testing/pdf.ts';
import { type Database, migrate, openDatabase } from '../database.ts';
import { migrationSource } from './index.ts';

/** The version whose demo was dumped, and the last step of its schema. A dump stays as it is; see `npm run dump:demo`. */
const DUMPED = { version: '0.2.0', step: '001-first-version' };
const file = (name: string): Buffer => readFileSync(join(import.meta.dirname, 'testing', name));
/** When the dump was made, and what every paper of it read: text by the address it is had from. */
const { at, papers: PAPERS }: { at: string; papers: Record<string, string> } = JSON.parse(
  file(`demo-${DUMPED.version}.papers.json`).toString(),
);

/** The schema as it was after a step. */
async function migrateUntil(database: Database, last: string): Promise<void> {
  const all = await migrationSource.getMigrations([]);
  const upTo = all.slice(0, all.findIndex(({ name }) => name === last) + 1);
  await database.migrate.latest({
    tableName: 'schema_migrations',
    migrationSource: { ...migrationSource, getMigrations: async () => upTo },
  });
}

/** A database as it was, with the dump in it, brought to the newest schema. @returns its address */
async function migratedDump(): Promise<string> {
  const url = await bareDatabase();
  const database = openDatabase(url, 2);
  await migrateUntil(database, DUMPED.step);
  await load(new URL(url).pathname);
  await migrate(database);
  await database.destroy();
  return url;
}

/** An entry that the demo does not have: the first of each log, taken back as 0.2.0 wrote it. */
const TAKEN_BACK = `
  insert into public.kit_entries (id, thing_id, at, by, kind, told)
    select gen_random_uuid(), thing_id, at, by, 'struck', jsonb_build_object('kind', 'struck', 'entry', id, 'reason', 'x')
    from public.kit_entries limit 1;
  insert into public.resin_entries (id, at, by, kind, told, sure)
    select gen_random_uuid(), at, by, 'struck', jsonb_build_object('kind', 'struck', 'entry', id, 'reason', 'x'), true
    from public.resin_entries where kind = 'reading' limit 1;
  insert into public.job_entries (id, job_id, kind, at, body, by, received_at)
    select made, job_id, 'struck', at,
      jsonb_build_object('id', made, 'at', at, 'kind', 'struck', 'entry', id, 'reason', 'x'), by, received_at
    from (select *, gen_random_uuid() as made from public.job_entries where kind = 'step-done' limit 1) as entry`;

/** Rows go in as they came out: by the administrator, with no trigger at work. The papers are left out: they are made anew. */
async function load(pathname: string): Promise<void> {
  const address = new URL(testCluster().admin);
  address.pathname = pathname;
  const admin = new pg.Client({ connectionString: address.href });
  await admin.connect();
  try {
    await admin.query('set session_replication_role = replica');
    await admin.query('truncate company, installation, backup_settings cascade');
    await admin.query(gunzipSync(file(`demo-${DUMPED.version}.sql.gz`)).toString());
    await admin.query('delete from public.papers');
    await admin.query('update public.people set password_hash = $1', [await hashPassword(OWNER.password)]);
    await admin.query(TAKEN_BACK);
  } finally {
    await admin.end();
  }
}

describe('a database of an earlier day, brought to the newest schema', function () {
  this.timeout(120_000);
  let server: RunningServer;
  let owner: Caller;
  let sql: pg.Client;
  before(async () => {
    const url = await migratedDump();
    server = await startServer(
      readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' }),
      () => new Date(at),
    );
    owner = await new Caller(server.address).signIn('owner@harbourpail.example');
    sql = new pg.Client({ connectionString: url });
    await sql.connect();
  });
  after(async () => {
    await sql.end();
    await server.stop();
  });

  const everyId = async (table: string): Promise<string[]> =>
    (await sql.query(`select id from ${table} order by id`)).rows.map(({ id }) => id);

  const refused = (statement: string): Promise<boolean> =>
    sql.query(statement).then(
      () => false,
      () => true,
    );

  for (const [address, words] of Object.entries(PAPERS)) {
    it(`reads as it did: ${address}`, async () => {
      const { status, body } = await owner.send('GET', address);
      expect(status).to.equal(200);
      expect(await textOfPdf(body)).to.equal(words);
    });
  }

  it('has a paper of every quote and of every report', async () => {
    const papers = Object.keys(PAPERS);
    for (const table of ['quotes', 'reports'])
      for (const id of await everyId(table)) expect(papers).to.include(`/api/${table}/${id}/paper.pdf`);
  });

  it('has what was taken back by its new name, and what speaks of a loss', async () => {
    const kinds = async (path: string, of: (body: Record<string, { kind: string }[]>) => { kind: string }[]) =>
      of((await owner.must('GET', path)) as never).map(({ kind }) => kind);
    expect(await kinds('/api/kit', ({ entries }) => entries ?? [])).to.include('retracted');
    expect(await kinds('/api/resin', ({ entries }) => entries ?? [])).to.include('retracted');
    const { rows } = await sql.query("select job_id from job_entries where kind = 'retracted'");
    expect(await kinds(`/api/jobs/${rows[0].job_id}`, ({ entries }) => entries ?? [])).to.include('retracted');
    const without =
      "select id from reckonings where output -> 'known' is not null and output #> '{known,evidence}' is null";
    expect((await sql.query(without)).rows).to.deep.equal([]);
    for (const table of ['job_entries', 'kit_entries', 'resin_entries', 'reckonings'])
      expect(await refused(`update ${table} set id = id`), table).to.equal(true);
  });

  it('has every drawing by its name, on the faces and on the copies that jobs keep of them', async () => {
    const drawn = "select name from arrays where jsonb_array_length(drawing -> 'things') > 0";
    expect((await sql.query(drawn)).rows).to.have.length.above(2);
    const copies = `
      select count(*)::int as faces, count(face #> '{drawing,origin}')::int as drawn, count(face -> 'sheet')::int as sheets
      from jobs, jsonb_array_elements(content -> 'arrays') face`;
    const [{ faces, drawn: named, sheets }] = (await sql.query(copies)).rows;
    expect(faces).to.be.above(0);
    expect([named, sheets]).to.deep.equal([faces, 0]);
  });

  it('answers for every record of the job', async () => {
    for (const table of ['sites', 'quotes', 'jobs', 'reports'])
      for (const id of await everyId(table))
        expect((await owner.send('GET', `/api/${table}/${id}`)).status, `${table} ${id}`).to.equal(200);
  });
});
