/** The company itself: one row. */
export const company = `
  create table company (
    singleton boolean primary key default true check (singleton),
    name text not null,
    currency char(3) not null,
    zone text not null,
    quote_valid_days integer not null check (quote_valid_days > 0),
    prices jsonb not null,
    water jsonb not null,
    version integer not null default 1,
    costs jsonb
  );
`;
