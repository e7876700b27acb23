import type { Knex } from 'knex';

/**
 * Every accepted quote is an agreement with its visits, of one visit as well as of a plan. A visit has a window, a price and,
 * once it is booked, a job; it can be left out, and jobs can be called off. What was accepted before becomes an agreement
 * here: its visits are the jobs that were made of it, or else fall due from the day of the decision, apart as its plan has them.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table jobs drop constraint jobs_state_check;
    alter table jobs add constraint jobs_state_check
      check (state in ('scheduled', 'in-hand', 'paused', 'washed', 'reported', 'cancelled'));
    -- A visit whose job was called off may be booked anew; that it has one job is held by the visit.
    alter table jobs drop constraint jobs_quote_visit;
    create index jobs_quote on jobs (quote_id, visit);

    alter table agreements drop constraint agreements_visits_check;
    alter table agreements add constraint agreements_visits_check check (visits > 0);
    alter table agreements
      add column choice text not null default 'planned' check (choice in ('one', 'planned')),
      add column state text not null default 'running' check (state in ('running', 'cancelled')),
      add column because text not null default '',
      add column price bigint not null default 0,
      add column currency text not null default '',
      add column version integer not null default 1;
    alter table visits rename constraint visits_pkey to visits_number_key;
    alter table visits drop constraint visits_number_key;
    alter table visits
      add column id uuid not null default gen_random_uuid() primary key,
      alter column job_id drop not null,
      add column due_from date,
      add column due_to date,
      add column price bigint not null default 0,
      add column added boolean not null default false,
      add column skipped_at timestamptz,
      add column because text not null default '',
      add column version integer not null default 1,
      add constraint visits_number_key unique (agreement_id, number);

    insert into agreements (id, site_id, quote_id, visits, begins, made_at, choice)
      select gen_random_uuid(), site_id, quotes.id,
        case when choice = 'planned' then (content ->> 'visits')::int else 1 end,
        coalesce((select min(scheduled_for) from jobs where quote_id = quotes.id), decided.at::date), decided.at,
        coalesce(choice, 'one')
      from quotes cross join lateral (select coalesce(decided_at, sent_at, created_at) as at) decided
      where state = 'accepted' and not exists (select from agreements where quote_id = quotes.id);
    update agreements set currency = quotes.currency,
        price = case when agreements.choice = 'planned' then (content #>> '{planned,gross}')::bigint
          else (content #>> '{one,gross}')::bigint end
      from quotes where quotes.id = agreements.quote_id;

    insert into visits (agreement_id, number, due, job_id)
      select agreements.id, wanted.number,
        coalesce(jobs.scheduled_for, begins + coalesce(
          (days ->> (wanted.number - 1))::int - (days ->> 0)::int,
          round(365.0 * (wanted.number - 1) / agreements.visits)::int)),
        jobs.id
      from agreements
        join quotes on quotes.id = agreements.quote_id
        join plans on plans.id = quotes.plan_id
        cross join lateral generate_series(1, agreements.visits) as wanted (number)
        cross join lateral (
          select case when jsonb_array_length(found) = agreements.visits then found end as days
          from (select plans.output #> array['visits', 'options', agreements.visits::text, 'days'] as found) option
        ) as apart
        left join jobs on jobs.quote_id = quotes.id and jobs.visit = wanted.number
      where not exists (select from visits kept where kept.agreement_id = agreements.id);
    update visits set price = agreements.price,
        due_from = case when agreements.visits > 1 then due - 14 else due end,
        due_to = case when agreements.visits > 1 then due + 14 else due + 42 end
      from agreements where agreements.id = agreement_id;

    alter table visits alter column due_from set not null, alter column due_to set not null,
      alter column price drop default, alter column id drop default,
      add constraint visits_window check (due_from <= due and due <= due_to);
    alter table agreements alter column price drop default, alter column currency drop default,
      alter column choice drop default;
    create index visits_to_book on visits (due_from) where job_id is null and skipped_at is null;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop index visits_to_book;
    delete from visits where job_id is null or agreement_id in (select id from agreements where visits < 2);
    delete from agreements where visits < 2 or not exists (select from visits where agreement_id = agreements.id);
    alter table visits drop constraint visits_number_key, drop constraint visits_window, drop column id;
    alter table visits add primary key (agreement_id, number),
      alter column job_id set not null, drop column due_from, drop column due_to, drop column price,
      drop column added, drop column skipped_at, drop column because, drop column version;
    alter table agreements drop constraint agreements_visits_check,
      drop column choice, drop column state, drop column because, drop column price, drop column currency,
      drop column version;
    alter table agreements add constraint agreements_visits_check check (visits > 1);
    drop index jobs_quote;
    update jobs set state = 'scheduled' where state = 'cancelled';
    alter table jobs drop constraint jobs_state_check;
    alter table jobs add constraint jobs_state_check
      check (state in ('scheduled', 'in-hand', 'paused', 'washed', 'reported'));
    alter table jobs add constraint jobs_quote_visit unique (quote_id, visit);
  `);
}
