import type { Knex } from 'knex';

/** What a visit is asked before tax and what it was reckoned to cost the firm when it was agreed; null where the owner had not said. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table visits add column net bigint, add column cost bigint');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table visits drop column net, drop column cost');
}
