import type { Knex } from 'knex';

/** Which fields of a site and of an array nobody has said; of those that are there already, nothing is known. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table sites add column assumed jsonb not null default '[]';
    alter table arrays add column assumed jsonb not null default '[]';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table sites drop column assumed; alter table arrays drop column assumed');
}
