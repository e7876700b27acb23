import type { Knex } from 'knex';

/** The module that a picture shows, by its index when the inspection was made; null where it shows no single one. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table photos add column module integer check (module >= 0)');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table photos drop column module');
}
