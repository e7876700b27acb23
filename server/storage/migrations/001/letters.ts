/** Links under which a customer reads a quote, and what was said there. */
export const letters = `
  create table letters (
    id uuid primary key,
    quote_id uuid not null references quotes,
    token_hash bytea not null unique,
    made_at timestamptz not null,
    made_by uuid not null references people,
    expires_at timestamptz not null,
    withdrawn_at timestamptz
  );
  create index letters_quote on letters (quote_id, made_at);

  create table letter_events (
    id uuid primary key,
    letter_id uuid not null references letters,
    kind text not null check (kind in ('opened', 'asked', 'answered', 'accepted', 'declined')),
    at timestamptz not null,
    by uuid references people,
    body jsonb not null,
    number bigint generated always as identity
  );
  create unique index letter_events_decided on letter_events (letter_id) where kind in ('accepted', 'declined');
  create index letter_events_letter on letter_events (letter_id, number);
  create index letter_events_said on letter_events (letter_id, number desc) where kind in ('asked', 'answered');

  create trigger evidence before update or delete on letter_events for each row execute function refuse_change();
`;
