import type { Knex } from 'knex';

/** The day on which a spray line that was agreed stood; those that are not up yet are found without reading all agreements. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table agreements add column line_up_on date;
    create index agreements_lines_to_put_up on agreements (made_at, id)
      where 'spray-line' = any (additions) and line_up_on is null and state = 'running';
    create index agreements_deposits_that_wait on agreements (made_at, id)
      where deposit > 0 and deposit_on is null and state = 'running';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop index agreements_deposits_that_wait; alter table agreements drop column line_up_on');
}
