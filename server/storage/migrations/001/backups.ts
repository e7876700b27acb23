/** How often the company is backed up, and what became of it. */
export const backups = `
  create table backup_settings (
    singleton boolean primary key default true check (singleton),
    every_hours integer not null default 24 check (every_hours between 1 and 744),
    keep integer not null default 14 check (keep between 1 and 1000),
    requested_at timestamptz,
    version integer not null default 1
  );
  insert into backup_settings default values;

  create table backup_runs (
    id uuid primary key default gen_random_uuid(),
    kind text not null check (kind in ('backup', 'trial')),
    started_at timestamptz not null,
    ended_at timestamptz not null,
    ok boolean not null,
    file text not null,
    bytes bigint,
    holds jsonb,
    problem text,
    number bigint generated always as identity,
    check (ok = (problem is null))
  );
  create index backup_runs_kind on backup_runs (kind, ok, number desc);
`;
