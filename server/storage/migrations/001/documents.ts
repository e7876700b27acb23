/** Papers as they were handed out. */
export const documents = `
  create table papers (
    id uuid primary key default gen_random_uuid(),
    because text not null check (because in ('sent', 'signed', 'amended', 'upgrade')),
    name text not null,
    bytes bytea not null,
    sha256 text not null check (sha256 ~ '^[0-9a-f]{64}$'),
    input jsonb not null,
    made_at timestamptz not null,
    number bigint generated always as identity,
    quote_id uuid references quotes,
    report_id uuid references reports,
    constraint papers_one check (num_nonnulls(quote_id, report_id) = 1)
  );
  create index papers_quote on papers (quote_id, number desc) where quote_id is not null;
  create index papers_report on papers (report_id, number desc) where report_id is not null;

  create trigger evidence before update or delete on papers for each row execute function refuse_change();
`;
