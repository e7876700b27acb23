import type { Knex } from 'knex';

/** An accepted plan of visits is an agreement; each visit falls due on a day, and is done as a job of its own. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table agreements (
      id uuid primary key,
      site_id uuid not null references sites,
      quote_id uuid not null unique references quotes,
      visits integer not null check (visits > 1),
      begins date not null,
      made_at timestamptz not null
    );
    create index agreements_site on agreements (site_id);

    alter table jobs drop constraint jobs_quote_id_key;
    alter table jobs add column visit integer not null default 1;
    alter table jobs add constraint jobs_quote_visit unique (quote_id, visit);

    create table visits (
      agreement_id uuid not null references agreements,
      number integer not null check (number > 0),
      due date not null,
      job_id uuid not null unique references jobs,
      primary key (agreement_id, number)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table visits;
    alter table jobs drop constraint jobs_quote_visit;
    alter table jobs drop column visit;
    alter table jobs add constraint jobs_quote_id_key unique (quote_id);
    drop table agreements;
  `);
}
