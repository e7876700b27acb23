/** What is to be known before somebody climbs, version by version. */
export const safety = `
  create table safety_sheets (
    id uuid primary key,
    site_id uuid not null references sites,
    version integer not null check (version > 0),
    at timestamptz not null,
    by uuid not null references people,
    sheet jsonb not null,
    unique (site_id, version)
  );
  create index safety_sheets_at on safety_sheets (at desc);

  create trigger evidence before update or delete on safety_sheets for each row execute function refuse_change();
`;
