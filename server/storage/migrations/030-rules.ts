import type { Knex } from 'knex';

/** Rules of the ways as the contractor has them, a version for each change; what a site allows; cold weather of a plan. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table method_rules (
      id uuid primary key,
      version integer not null unique,
      at timestamptz not null,
      by uuid not null references people,
      reason text not null,
      rules jsonb not null
    );
    create trigger evidence before update or delete on method_rules for each row execute function refuse_change();
    alter table sites
      add column water_limit double precision check (water_limit >= 0),
      add column ground_only boolean not null default false;
    alter table plans add column cold text not null default 'none' check (cold in ('none', 'frost', 'snow'));
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table plans drop column cold;
    alter table sites drop column water_limit, drop column ground_only;
    drop table method_rules`);
}
