import type { Knex } from 'knex';

/** On which device something was ticked or photographed; empty where nobody said. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table job_entries add column device text not null default '';
    alter table photos add column device text not null default '';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table job_entries drop column device; alter table photos drop column device');
}
