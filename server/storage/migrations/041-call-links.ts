import type { Knex } from 'knex';

/** A private link to what a caller was told on the telephone: of it only the hash is kept, and a new one takes the old one's place. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table call_links (
      quick_look_id uuid primary key references quick_looks,
      token_hash bytea not null unique,
      made_at timestamptz not null,
      made_by uuid not null references people,
      expires_at timestamptz not null,
      opened_at timestamptz,
      answer text check (answer in ('look', 'no')),
      answered_at timestamptz,
      said text not null default ''
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table call_links');
}
