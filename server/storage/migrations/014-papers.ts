import type { Knex } from 'knex';

/**
 * Papers as they went out: the bytes, what they were made from, and their sum. Of one quote number one revision can be
 * accepted. A picture stays as it came, and a signature says who gave it, how, when and from where.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table papers (
      id uuid primary key default gen_random_uuid(),
      record text not null check (record in ('quote', 'report')),
      record_id uuid not null,
      because text not null check (because in ('sent', 'signed', 'amended', 'upgrade')),
      name text not null,
      bytes bytea not null,
      sha256 text not null check (sha256 ~ '^[0-9a-f]{64}$'),
      input jsonb not null,
      made_at timestamptz not null,
      number bigint generated always as identity
    );
    create index papers_record on papers (record_id, number desc);
    create trigger evidence before update or delete on papers for each row execute function refuse_change();

    alter table reports add column signature jsonb;
    alter table job_entries add column clock_gap integer not null default 0;

    create function refuse_changed_photo() returns trigger language plpgsql as $$
    begin
      if tg_op = 'DELETE' or old.state = 'ready' or new.original is distinct from old.original
        or new.array_id <> old.array_id or new.job_id is distinct from old.job_id
        or new.inspection_id is distinct from old.inspection_id or new.caption <> old.caption or new.role <> old.role then
        raise exception 'a picture is evidence and stays as it came' using errcode = 'integrity_constraint_violation';
      end if;
      return new;
    end $$;
    create trigger evidence before update or delete on photos for each row execute function refuse_changed_photo();
  `);
  // Where two revisions of one number were accepted before this was held, the one that became a job counts, else the newest.
  await knex.raw(`
    alter table quotes disable trigger user;
    with ranked as (
      select quotes.id, row_number() over (
        partition by number order by (exists (select from jobs where jobs.quote_id = quotes.id)) desc, revision desc
      ) as place from quotes where state = 'accepted'
    ), taken as (
      update quotes set state = 'superseded', version = version + 1 from ranked
        where ranked.id = quotes.id and ranked.place > 1 returning quotes.id
    )
    insert into audit_trail (at, record, record_id, action, change, request_id)
      select now(), 'quote', id, 'change', '{"state":"superseded","because":"another revision of this number was accepted too"}', 'upgrade'
      from taken;
    alter table quotes enable trigger user;
    create unique index quotes_one_accepted on quotes (number) where state = 'accepted';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop index quotes_one_accepted;
    drop trigger evidence on photos;
    drop function refuse_changed_photo;
    alter table job_entries drop column clock_gap;
    alter table reports drop column signature;
    drop table papers;
  `);
}
