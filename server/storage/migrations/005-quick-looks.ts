import type { Knex } from 'knex';

/** Calls on the telephone with the range that was told. What was told stays; only the site it became is added. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table quick_looks (
      id uuid primary key,
      at timestamptz not null,
      by uuid not null references people,
      calculation_version text not null,
      fields jsonb not null,
      input jsonb not null,
      output jsonb not null,
      site_id uuid references sites
    );
    create index quick_looks_at on quick_looks (at desc, id desc);
    create index quick_looks_open on quick_looks (at desc, id desc) where site_id is null;

    create function refuse_retold_call() returns trigger language plpgsql as $$
    begin
      if tg_op = 'DELETE' or old.site_id is not null or to_jsonb(new) - 'site_id' <> to_jsonb(old) - 'site_id' then
        raise exception 'what a caller was told is evidence and is not changed' using errcode = 'integrity_constraint_violation';
      end if;
      return new;
    end $$;
    create trigger told before update or delete on quick_looks for each row execute function refuse_retold_call();
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table quick_looks; drop function refuse_retold_call()');
}
