import type { Knex } from 'knex';

/** The day from which on a wash is expected to pay stands beside a reckoning, so that lists can ask for it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table reckonings add column look_on date;
    create index reckonings_look_on on reckonings (look_on) where look_on is not null;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table reckonings drop column look_on');
}
