import type { Knex } from 'knex';

const asItCame = `
  tg_op = 'DELETE' or new.original is distinct from old.original or new.job_id is distinct from old.job_id
  or new.role <> old.role`;
const filed = `
  new.array_id <> old.array_id or new.inspection_id is distinct from old.inspection_id or new.caption <> old.caption`;

/**
 * Pictures are filed to a face by hand, captioned, and put aside: each time as the next version, so that it stands in the
 * trail. The picture itself stays as it came, and what was prepared of it as it was prepared.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table photos add column version integer not null default 1;
    alter table photos add column removed_at timestamptz;
    create or replace function refuse_changed_photo() returns trigger language plpgsql as $$
    begin
      if ${asItCame}
        or (old.state = 'ready' and (new.state <> old.state or new.upright is distinct from old.upright
          or new.thumbnail is distinct from old.thumbnail))
        or ((${filed} or new.module is distinct from old.module or new.removed_at is distinct from old.removed_at)
          and new.version <> old.version + 1)
        or old.removed_at is not null and new.removed_at is distinct from old.removed_at then
        raise exception 'a picture is evidence and stays as it came' using errcode = 'integrity_constraint_violation';
      end if;
      return new;
    end $$;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    create or replace function refuse_changed_photo() returns trigger language plpgsql as $$
    begin
      if ${asItCame} or old.state = 'ready' or ${filed} then
        raise exception 'a picture is evidence and stays as it came' using errcode = 'integrity_constraint_violation';
      end if;
      return new;
    end $$;
    alter table photos drop column version;
    alter table photos drop column removed_at;
  `);
}
