/** Reports of a visit, frozen once they are signed. */
export const reports = `
  create table reports (
    id uuid primary key,
    job_id uuid not null unique references jobs,
    site_id uuid not null references sites,
    state text not null check (state in ('draft', 'signed')),
    calculation_version text not null,
    content jsonb not null,
    created_at timestamptz not null,
    signed_by text,
    signed_at timestamptz,
    by uuid not null references people,
    version integer not null default 1,
    signature jsonb,
    entered bigint generated always as identity,
    gain double precision,
    check ((state = 'signed') = (signed_at is not null and signed_by is not null))
  );
  create index reports_entered on reports (site_id, entered desc);

  alter table amendments add foreign key (report_id) references reports;

  create function refuse_frozen_report() returns trigger language plpgsql as $$
  begin
    if tg_op = 'DELETE' or old.state = 'signed' then
      raise exception 'a signed report is frozen' using errcode = 'integrity_constraint_violation';
    end if;
    return new;
  end $$;

  create trigger frozen_reports before update or delete on reports for each row execute function refuse_frozen_report();
`;
