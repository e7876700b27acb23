/** Parts of files that are still coming in. */
export const uploads = `
  create table upload_parts (
    upload_id uuid not null,
    person_id uuid not null references people,
    start integer not null check (start >= 0),
    bytes bytea not null,
    at timestamptz not null,
    primary key (upload_id, start)
  );
  create index upload_parts_at on upload_parts (at);
  create index upload_parts_person on upload_parts (person_id);
`;
