/** What was written by whom, and which ids are taken. */
export const storage = `
  create table creations (
    id uuid primary key,
    record text not null,
    digest bytea not null
  );

  create table audit_trail (
    number bigint generated always as identity primary key,
    at timestamptz not null,
    person_id uuid references people,
    record text not null,
    record_id uuid not null,
    action text not null,
    change jsonb not null,
    request_id text not null
  );
  create index audit_trail_record on audit_trail (record_id, number);

  create function refuse_change() returns trigger language plpgsql as $$
  begin
    raise exception 'rows of % are evidence and are not changed', tg_table_name
      using errcode = 'integrity_constraint_violation';
  end $$;

  create trigger evidence before update or delete on audit_trail for each row execute function refuse_change();
`;
