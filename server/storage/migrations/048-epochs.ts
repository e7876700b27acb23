import type { Knex } from 'knex';

/**
 * On what a person's sign-in stands, counted up with each change of it; whatever stands for that person says on which count it
 * was made, and opens nothing on another. What was open before goes on.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table people add column epoch integer not null default 1;
    alter table calendar_links add column epoch integer not null default 1;
    alter table calendar_links alter column epoch drop default;
    alter table reset_links add column epoch integer not null default 1, add column maker_epoch integer;
    alter table reset_links alter column epoch drop default;
    alter table invitations add column maker_epoch integer;
    update reset_links set maker_epoch = 1 where made_by is not null;
    update invitations set maker_epoch = 1 where invited_by is not null;
    alter table reset_links add constraint reset_links_maker check ((made_by is null) = (maker_epoch is null));
    alter table invitations add constraint invitations_maker check ((invited_by is null) = (maker_epoch is null));
    update session set sess = jsonb_set(sess::jsonb, '{epoch}', '1')::json where sess ->> 'personId' is not null;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table invitations drop column maker_epoch;
    alter table reset_links drop column maker_epoch, drop column epoch;
    alter table calendar_links drop column epoch;
    alter table people drop column epoch;
  `);
}
