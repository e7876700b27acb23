import type { Knex } from 'knex';

/** What a piece, a metre or a square metre of what is fitted costs: of none anybody has said so yet. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`update company set prices = '{"fittings": {}}'::jsonb || prices`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`update company set prices = prices - 'fittings'`);
}
