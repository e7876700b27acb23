import type { Knex } from 'knex';

/** A private calendar for each person who wants one: of its link only the hash is kept, and a new link takes the old one's place. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table calendar_links (
      person_id uuid primary key references people,
      token_hash bytea not null unique,
      made_at timestamptz not null
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table calendar_links');
}
