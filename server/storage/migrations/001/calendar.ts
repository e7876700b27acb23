/** Links under which a calendar is read. */
export const calendar = `
  create table calendar_links (
    person_id uuid primary key references people,
    token_hash bytea not null unique,
    made_at timestamptz not null,
    epoch integer not null
  );
`;
