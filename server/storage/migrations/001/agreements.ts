/** What was agreed, and the visits it holds. */
export const agreements = `
  create table agreements (
    id uuid primary key,
    site_id uuid not null references sites,
    quote_id uuid not null unique references quotes,
    visits integer not null check (visits > 0),
    begins date not null,
    made_at timestamptz not null,
    choice text not null check (choice in ('one', 'planned')),
    state text not null default 'running' check (state in ('running', 'cancelled')),
    because text not null default '',
    price bigint not null,
    currency text not null,
    version integer not null default 1,
    additions text[] not null default '{}' check (additions <@ array['spotless', 'fittings', 'spray-line']),
    deposit bigint not null default 0,
    deposit_on date,
    line_up_on date,
    line_dropped text
  );
  create index agreements_deposits_that_wait on agreements (made_at, id)
    where deposit > 0 and deposit_on is null and state = 'running';
  create index agreements_lines_to_put_up on agreements (made_at, id)
    where 'spray-line' = any (additions) and line_up_on is null and line_dropped is null and state = 'running';
  create index agreements_site on agreements (site_id);

  create table visits (
    agreement_id uuid not null references agreements,
    number integer not null check (number > 0),
    due date not null,
    job_id uuid unique references jobs,
    id uuid primary key,
    due_from date not null,
    due_to date not null,
    price bigint not null,
    added boolean not null default false,
    skipped_at timestamptz,
    because text not null default '',
    version integer not null default 1,
    net bigint,
    cost bigint,
    fitted_net bigint,
    fitted_cost bigint,
    constraint visits_number_key unique (agreement_id, number),
    constraint visits_window check (due_from <= due and due <= due_to)
  );
  create index visits_to_book on visits (due_from) where job_id is null and skipped_at is null;
`;
