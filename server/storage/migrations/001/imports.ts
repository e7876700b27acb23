/** Files that are brought in, with their pictures. */
export const imports = `
  create table imports (
    id uuid primary key,
    entered bigint generated always as identity,
    name text not null default '',
    by uuid not null references people,
    at timestamptz not null,
    state text not null default 'waiting' constraint imports_state_listed check (state in ('waiting', 'done',
      'refused')),
    pictures integer not null,
    tries integer not null default 0,
    bundle json,
    done_at timestamptz,
    counts jsonb,
    refusal jsonb,
    constraint imports_settled check (
      (state = 'waiting') = (bundle is not null) and (state = 'waiting') = (done_at is null)
      and (state = 'done') = (counts is not null) and (state = 'refused') = (refusal is not null)
    )
  );
  create index imports_newest on imports (entered desc);
  create index imports_waiting on imports (at) where state = 'waiting';

  create table import_pictures (
    import_id uuid not null references imports on delete cascade,
    name text not null,
    bytes bytea not null,
    primary key (import_id, name)
  );
  alter table import_pictures alter column bytes set storage external;
`;
