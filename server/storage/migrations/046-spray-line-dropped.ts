import type { Knex } from 'knex';

/** Why a spray line that was agreed is not wanted any more: it is not waited for then. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table agreements add column line_dropped text;
    drop index agreements_lines_to_put_up;
    create index agreements_lines_to_put_up on agreements (made_at, id)
      where 'spray-line' = any (additions) and line_up_on is null and line_dropped is null and state = 'running';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop index agreements_lines_to_put_up;
    create index agreements_lines_to_put_up on agreements (made_at, id)
      where 'spray-line' = any (additions) and line_up_on is null and state = 'running';
    alter table agreements drop column line_dropped;
  `);
}
