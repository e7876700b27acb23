import type { Knex } from 'knex';

const NUMBERED = ['plans', 'reckonings', 'quotes', 'reports'];

/**
 * What is the newest follows from a number that the database counts, not from a clock that somebody may set back.
 * Pictures that come in parts wait until they are whole. The drift of daily energy is kept with what it came from.
 */
export async function up(knex: Knex): Promise<void> {
  const orders: Record<string, string> = {
    plans: 'at, id',
    reckonings: 'at, id',
    quotes: 'created_at, id',
    reports: 'created_at, id',
  };
  for (const table of NUMBERED) {
    // What is there already is numbered in the order of its time, which is all that is known of it.
    await knex.raw(`
      alter table ${table} disable trigger user;
      alter table ${table} add column entered bigint;
      update ${table} set entered = ranked.place
        from (select id as ranked_id, row_number() over (order by ${orders[table]}) as place from ${table}) as ranked
        where ranked.ranked_id = ${table}.id;
      alter table ${table} alter column entered set not null;
      alter table ${table} alter column entered add generated always as identity;
      select setval(pg_get_serial_sequence('${table}', 'entered'), greatest((select coalesce(max(entered), 0) from ${table}), 1));
      alter table ${table} enable trigger user;
    `);
  }
  await knex.raw(`
    create index plans_entered on plans (site_id, entered desc);
    create index reckonings_entered on reckonings (array_id, entered desc);
    create index quotes_entered on quotes (site_id, entered desc);
    create index quotes_state_entered on quotes (state, entered desc);
    create index quotes_all_entered on quotes (entered desc);
    create index reports_entered on reports (site_id, entered desc);

    create table upload_parts (
      upload_id uuid not null,
      person_id uuid not null references people,
      start integer not null check (start >= 0),
      bytes bytea not null,
      at timestamptz not null,
      primary key (upload_id, start)
    );
    create index upload_parts_at on upload_parts (at);
    create index upload_parts_person on upload_parts (person_id);

    create table energy_drifts (
      array_id uuid primary key references arrays,
      key text not null,
      drift jsonb not null
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table energy_drifts, upload_parts');
  for (const table of NUMBERED) await knex.raw(`alter table ${table} drop column entered`);
}
