import type { Knex } from 'knex';

/** The day on which a spray line that was agreed stood. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table agreements add column line_up_on date');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table agreements drop column line_up_on');
}
