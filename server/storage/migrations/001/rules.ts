/** The company's own rules of methods, version by version. */
export const rules = `
  create table method_rules (
    id uuid primary key,
    version integer not null unique,
    at timestamptz not null,
    by uuid not null references people,
    reason text not null,
    rules jsonb not null
  );

  create trigger evidence before update or delete on method_rules for each row execute function refuse_change();
`;
