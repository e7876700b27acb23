import type { Knex } from 'knex';

/** How an array is wired, for what patches cost its strings. Arrays from before are taken as nobody has said. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table arrays
      add column cells text not null default 'whole' check (cells in ('whole', 'half')),
      add column electronics text not null default 'string' check (electronics in ('string', 'module')),
      add column strings jsonb not null default '[]';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table arrays drop column cells, drop column electronics, drop column strings');
}
