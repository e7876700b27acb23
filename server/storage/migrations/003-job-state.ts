import type { Knex } from 'knex';

/** Jobs are looked for by where they stand: what is late, and what is washed and not signed. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('create index jobs_state on jobs (state, scheduled_for, id)');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop index jobs_state');
}
