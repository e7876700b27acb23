import type { Knex } from 'knex';

/**
 * What signs the session cookies stands in a table of its own, so that a backup can leave it out. A new one is made by
 * the first server that finds none.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table installation_secrets (
      singleton boolean primary key default true check (singleton),
      session_secret text not null default replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', '')
    );
    insert into installation_secrets (session_secret) select session_secret from installation;
    alter table installation drop column session_secret;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table installation
      add column session_secret text not null default replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', '');
    drop table installation_secrets;
  `);
}
