import type { Knex } from 'knex';

/**
 * Files of sites wait in the database until they are worked out, with the pictures that came with them; what became of
 * them stays. A bundle is kept as it was written: the sum of a record hangs on the order of its fields.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table imports (
      id uuid primary key,
      entered bigint generated always as identity,
      name text not null default '',
      by uuid not null references people,
      at timestamptz not null,
      state text not null default 'waiting' constraint imports_state_listed check (state in ('waiting', 'done', 'refused')),
      pictures integer not null,
      tries integer not null default 0,
      bundle json,
      done_at timestamptz,
      counts jsonb,
      refusal jsonb,
      constraint imports_settled check (
        (state = 'waiting') = (bundle is not null) and (state = 'waiting') = (done_at is null)
        and (state = 'done') = (counts is not null) and (state = 'refused') = (refusal is not null))
    );
    create index imports_newest on imports (entered desc);
    create index imports_waiting on imports (at) where state = 'waiting';
    create table import_pictures (
      import_id uuid not null references imports on delete cascade,
      name text not null,
      bytes bytea not null,
      primary key (import_id, name)
    );
    alter table import_pictures alter column bytes set storage external;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table import_pictures, imports');
}
