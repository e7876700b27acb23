import type { Knex } from 'knex';

/** What is fitted with a visit is asked before tax and was reckoned to cost the firm; null where nothing is, or nobody had said. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table visits add column fitted_net bigint, add column fitted_cost bigint');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table visits drop column fitted_net, drop column fitted_cost');
}
