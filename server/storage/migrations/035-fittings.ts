import type { Knex } from 'knex';

/**
 * What a piece, a metre or a square metre of what is fitted costs: of none anybody has said so yet. Looks that found something
 * loose are found by an index of their own, since there are few of them.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    update company set prices = '{"fittings": {}}'::jsonb || prices;
    create index inspections_loose on inspections (inspected_at desc)
      where found @> '{"fittings": [{"found": "loose"}]}'::jsonb;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`drop index inspections_loose; update company set prices = prices - 'fittings'`);
}
