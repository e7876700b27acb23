/** Plans of a wash. */
export const plans = `
  create table plans (
    id uuid primary key,
    site_id uuid not null references sites,
    at timestamptz not null,
    by uuid not null references people,
    calculation_version text not null,
    finish text not null check (finish in ('output', 'spotless')),
    overrides jsonb not null,
    input jsonb not null,
    output jsonb not null,
    entered bigint generated always as identity,
    visits integer not null,
    best_visits integer not null,
    cold text not null default 'none' check (cold in ('none', 'frost', 'snow'))
  );
  create index plans_entered on plans (site_id, entered desc);
  create index plans_site on plans (site_id, at desc, id);

  create trigger evidence before update or delete on plans for each row execute function refuse_change();
`;
