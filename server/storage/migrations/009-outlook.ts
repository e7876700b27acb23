import type { Knex } from 'knex';

/**
 * What people set for the years ahead of an array, and what a remedy was said to cost; one row an array, each change in
 * the trail.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table outlooks (
      id uuid primary key references arrays,
      settings jsonb not null default '{}',
      by uuid references people,
      at timestamptz,
      version integer not null default 0
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table outlooks');
}
