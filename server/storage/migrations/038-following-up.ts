import type { Knex } from 'knex';

/** Sent quotes have a day on which somebody follows them up, what was said then is kept, and a decline has its reason. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table quotes add column next_on date, add column decided_because text not null default '';
    update quotes set next_on = greatest(
        sent_at::date + 1, least(sent_at::date + 5, coalesce(valid_until - 3, sent_at::date + 5)))
      where sent_at is not null;
    create index quotes_next on quotes (next_on, id) where state = 'sent';

    -- Numbers follow the highest from now on: a sequence leaves a gap where a draft is not kept.
    drop sequence quote_numbers;

    create table follow_ups (
      id uuid primary key,
      quote_id uuid not null references quotes,
      at timestamptz not null,
      by uuid not null references people,
      said text not null,
      next_on date,
      number bigint generated always as identity
    );
    create index follow_ups_quote on follow_ups (quote_id, number);
    create trigger evidence before update or delete on follow_ups for each row execute function refuse_change();
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table follow_ups;
    create sequence quote_numbers start 1001;
    select setval('quote_numbers', greatest(1001, (select coalesce(max(number), 1000) + 1 from quotes)), false);
    drop index quotes_next;
    alter table quotes drop column next_on, drop column decided_because;
  `);
}
