import type { Knex } from 'knex';

/** How often a caller has changed their answer by the link. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table call_links add column answers integer not null default 0');
  await knex.raw('update call_links set answers = 1 where answer is not null');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table call_links drop column answers');
}
