/** Visits that are booked, and what was entered on them. */
export const jobs = `
  create table jobs (
    id uuid primary key,
    site_id uuid not null references sites,
    quote_id uuid not null references quotes,
    scheduled_for date not null,
    state text not null check (state in ('scheduled', 'in-hand', 'paused', 'washed', 'reported', 'cancelled')),
    content jsonb not null,
    modules integer not null,
    modules_left integer not null,
    minutes double precision not null,
    version integer not null default 1,
    visit integer not null default 1,
    measured jsonb,
    calculation_version text not null,
    washed_at timestamptz,
    folded jsonb
  );
  create index jobs_day on jobs (scheduled_for, id);
  create index jobs_measured on jobs (scheduled_for desc, id) where measured is not null;
  create index jobs_open on jobs (scheduled_for, id) where state in ('scheduled', 'in-hand', 'paused');
  create index jobs_quote on jobs (quote_id, visit);
  create index jobs_site on jobs (site_id, scheduled_for, id);
  create index jobs_state on jobs (state, scheduled_for, id);
  create index jobs_unsigned on jobs (scheduled_for, id) where state = 'washed';

  create table job_arrays (
    job_id uuid not null references jobs,
    array_id uuid not null references arrays,
    place integer not null check (place >= 0),
    primary key (job_id, array_id)
  );
  create index job_arrays_array on job_arrays (array_id, job_id);

  create table job_entries (
    id uuid primary key,
    job_id uuid not null references jobs,
    kind text not null constraint job_entries_kind_listed check (kind in ('step-started', 'caution', 'step-done',
      'cannot', 'kit', 'mark', 'reading', 'no-reading', 'water', 'meter', 'hands', 'cloth', 'temperatures', 'paused',
      'resumed', 'struck')),
    at timestamptz not null,
    body jsonb not null,
    by uuid not null references people,
    received_at timestamptz not null,
    number bigint generated always as identity,
    clock_gap integer not null default 0,
    device text not null default ''
  );
  create index job_entries_job on job_entries (job_id, number);

  alter table photos add foreign key (job_id) references jobs;

  create trigger evidence before update or delete on job_entries for each row execute function refuse_change();
`;
