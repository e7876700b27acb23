import type { Knex } from 'knex';

/** Which figures are the contractor's own, a version for each choice; and what each finished job measured by being done. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table figure_choices (
      id uuid primary key,
      version integer not null unique,
      at timestamptz not null,
      by uuid not null references people,
      figures jsonb not null
    );
    create trigger evidence before update or delete on figure_choices for each row execute function refuse_change();
    alter table jobs add column measured jsonb;
    create index jobs_measured on jobs (scheduled_for desc, id) where measured is not null;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table jobs drop column measured; drop table figure_choices');
}
