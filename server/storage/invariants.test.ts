import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { inspectionBody } from '../../contract/testing/bodies.ts';
import { bareDatabase, type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';
import { type Database, knownMigrations, migrate, openDatabase } from './database.ts';

describe('what the database holds by itself', () => {
  const { harness } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(harness.owner);
    await finishJob(harness.owner, chain);
    await harness.owner.must('POST', `/api/sites/${chain.siteId}/water-readings`, {
      id: randomUUID(),
      conductivity: 400,
      temperature: 18,
      takenAt: '2026-11-20T08:00:00Z',
    });
    await harness.owner.must('POST', '/api/session/drill-rounds', {
      id: randomUUID(),
      guess: 0.1,
      truth: 0.2,
      scene: { film: 0.1, patches: [] },
    });
    const found = inspectionBody({
      marks: [{ kind: 'droppings', pattern: 'cells', severity: 'plain', modules: [3, 4], cells: [0, 7] }],
      defects: [{ kind: 'crack', module: 2, severity: 'report', note: '' }],
    });
    await harness.owner.must('POST', `/api/arrays/${chain.arrayId}/inspections`, found);
    const [inspection] = await harness.sql('select id from inspections');
    const path = `/api/inspections/${inspection?.id}/amendments`;
    await harness.owner.must('POST', path, { id: randomUUID(), text: 'Moss too.', reason: 'seen later' });
  });

  const refusal = (text: string, values: unknown[] = []) =>
    harness.sql(text, values).then(
      () => 'taken',
      (error: Error) => error.message,
    );

  const EVIDENCE = [
    'audit_trail',
    'inspections',
    'inspection_soils',
    'inspection_marks',
    'inspection_defects',
    'amendments',
    'reckonings',
    'plans',
    'job_entries',
    'water_readings',
    'drill_rounds',
  ];
  for (const table of EVIDENCE) {
    it(`refuses to change or delete a row of ${table}`, async () => {
      const [{ column_name: column } = {}] = await harness.sql(
        "select column_name from information_schema.columns where table_name = $1 and is_identity = 'NO' order by ordinal_position limit 1",
        [table],
      );
      expect(await harness.sql(`select 1 from ${table} limit 1`), 'a row to try it on').to.have.length(1);
      expect(await refusal(`update ${table} set "${column}" = "${column}"`)).to.match(/evidence/);
      expect(await refusal(`delete from ${table}`)).to.match(/evidence/);
    });
  }

  const BROKEN: [what: string, text: string][] = [
    ['a latitude beyond the pole', 'update sites set latitude = 91'],
    ['a longitude beyond the date line', 'update sites set longitude = 181'],
    ['an own use over the whole', 'update sites set own_use = 1.01'],
    ['a price below nothing', 'update sites set energy_bought = -1'],
    ['an array without rows', 'update arrays set rows = 0'],
    ['a tilt over the vertical', 'update arrays set tilt = 91'],
    ['a person of an unknown role', "update people set role = 'friend'"],
    ['a second company', "insert into company select (jsonb_populate_record(c, '{}')).* from company c"],
    ['a job in an unknown state', "update jobs set state = 'forgotten'"],
    ['a sent quote that was never sent', "update quotes set state = 'sent', sent_at = null"],
    [
      'a report that is signed by nobody',
      "insert into reports select gen_random_uuid(), id, site_id, 'signed', '1', '{}', now(), null, null, (select id from people limit 1), 1 from jobs",
    ],
    ['a mail address that differs in its letters only', 'update people set email = upper(email)'],
    ['an array of a site that is not there', 'update arrays set site_id = gen_random_uuid()'],
  ];
  for (const [what, text] of BROKEN) {
    it(`refuses ${what}`, async () => {
      expect(await refusal(text)).to.match(/violates|frozen/);
    });
  }

  it('has a row of the trail for every record that was made, and no second one', async () => {
    const rows = await harness.sql(
      `select c.record, count(t.number)::int as rows from creations c
       left join audit_trail t on t.record_id = c.id and t.action = 'create' group by c.id, c.record`,
    );
    expect(rows.length).to.be.above(10);
    expect(rows.filter((row) => row.rows !== 1)).to.deep.equal([]);
  });

  it('has a request of the log behind every row of the trail', async () => {
    const rows = await harness.sql("select 1 from audit_trail where request_id !~ '^[0-9a-f-]{36}$'");
    expect(rows).to.deep.equal([]);
  });

  const LISTED: [table: string, columns: string][] = [
    ['sites', 'lower(name), id'],
    ['sites', 'last_look NULLS FIRST, id'],
    ['sites', 'words gin_trgm_ops'],
    ['arrays', 'look_on, site_id'],
    ['jobs', 'scheduled_for, id'],
    ['jobs', 'state, scheduled_for, id'],
    ['jobs', 'site_id, scheduled_for, id'],
    ['jobs', 'scheduled_for DESC, id'],
    ['job_arrays', 'array_id, job_id'],
    ['quotes', 'entered DESC'],
    ['quotes', 'state, entered DESC'],
    ['quotes', 'site_id, entered DESC'],
    ['quotes', 'sent_at'],
    ['inspections', 'array_id, inspected_at DESC, id DESC'],
    ['amendments', 'inspection_id, at'],
    ['amendments', 'report_id, at'],
    ['reckonings', 'array_id, entered DESC'],
    ['reckonings', 'entered DESC'],
    ['plans', 'site_id, entered DESC'],
    ['reports', 'site_id, entered DESC'],
    ['papers', 'quote_id, number DESC'],
    ['papers', 'report_id, number DESC'],
    ['backup_runs', 'kind, ok, number DESC'],
    ['imports', 'entered DESC'],
    ['imports', 'at'],
    ['upload_parts', 'upload_id, start'],
    ['upload_parts', 'at'],
    ['reset_links', 'person_id'],
    ['job_entries', 'job_id, number'],
    ['photos', 'inspection_id'],
    ['photos', 'job_id'],
    ['audit_trail', 'record_id, number'],
    ['drill_rounds', 'person_id, at DESC, id DESC'],
    ['quick_looks', 'at DESC, id DESC'],
    ['sign_in_counts', 'last_at'],
  ];
  for (const [table, columns] of LISTED) {
    it(`has an index in the order of ${table} by ${columns}`, async () => {
      const rows = await harness.sql('select indexdef from pg_indexes where tablename = $1', [table]);
      expect(rows.some(({ indexdef }) => String(indexdef).includes(`(${columns})`))).to.equal(true);
    });
  }

  it('has a row of the trail for a state that follows from what happened on a job', async () => {
    const rows = await harness.sql(
      "select change ->> 'state' as state from audit_trail where record_id = $1 and action = 'follow' order by number",
      [chain.jobId],
    );
    expect(rows).to.deep.equal([{ state: 'washed' }]);
  });

  it('finds a site by the words of its customer as they are now', async () => {
    await harness.sql(
      "update customers set name = 'Quill & Rook' where id = (select customer_id from sites where id = $1)",
      [chain.siteId],
    );
    const { items } = await harness.owner.must('GET', '/api/sites?search=quill%20%26');
    expect(items.map(({ id }: { id: string }) => id)).to.deep.equal([chain.siteId]);
  });

  it('knows of a site when it was looked at last, whichever look came in last', async () => {
    const look = (inspectedAt: string) =>
      harness.owner.must('POST', `/api/arrays/${chain.arrayId}/inspections`, inspectionBody({ inspectedAt }));
    await look('2026-11-24T08:00:00Z');
    await look('2026-11-22T08:00:00Z');
    const [row] = await harness.sql('select last_look from sites where id = $1', [chain.siteId]);
    expect(row?.last_look).to.equal('2026-11-24T08:00:00.000Z');
  });
});

describe('the migrations', () => {
  it('are run once when several processes start at the same time', async () => {
    const url = await bareDatabase();
    const started = [0, 1, 2].map(() => openDatabase(url, 2));
    try {
      await Promise.all(started.map(migrate));
      const [first] = started as [Database];
      expect(await first('schema_migrations').orderBy('id').pluck('name')).to.deep.equal(await knownMigrations());
    } finally {
      await Promise.all(started.map((database) => database.destroy()));
    }
  });
});
