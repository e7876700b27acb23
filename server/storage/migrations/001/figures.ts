/** The company's own figures, version by version. */
export const figures = `
  create table figure_choices (
    id uuid primary key,
    version integer not null unique,
    at timestamptz not null,
    by uuid not null references people,
    figures jsonb not null
  );

  create trigger evidence before update or delete on figure_choices for each row execute function refuse_change();
`;
