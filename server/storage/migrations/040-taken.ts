import type { Knex } from 'knex';

/**
 * What was taken of an offer on top of its visits, and the deposit that was asked for; what work costs the firm, which is the
 * owner's alone. Whatever was offered to be fitted was taken with any choice before.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table company add column costs jsonb;
    alter table quotes
      add column additions text[] not null default '{}'
      check (additions <@ array['spotless', 'fittings']);
    alter table agreements
      add column additions text[] not null default '{}'
        check (additions <@ array['spotless', 'fittings']),
      add column deposit bigint not null default 0,
      add column deposit_on date;
    update quotes set additions = '{fittings}'
      where state = 'accepted' and jsonb_typeof(content -> 'fittings') = 'object';
    update agreements set additions = quotes.additions from quotes where quotes.id = agreements.quote_id;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table agreements drop column additions, drop column deposit, drop column deposit_on;
    alter table quotes drop column additions;
    alter table company drop column costs;
  `);
}
