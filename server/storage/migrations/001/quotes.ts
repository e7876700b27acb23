/** Quotes, frozen once they are sent. */
export const quotes = `
  create table quotes (
    id uuid primary key,
    site_id uuid not null references sites,
    plan_id uuid not null references plans,
    number integer not null,
    revision integer not null check (revision > 0),
    state text not null check (state in ('draft', 'sent', 'accepted', 'declined', 'expired', 'superseded')),
    content jsonb not null,
    choice text check (choice in ('one', 'planned')),
    created_at timestamptz not null,
    sent_at timestamptz,
    valid_until date,
    decided_at timestamptz,
    by uuid not null references people,
    version integer not null default 1,
    entered bigint generated always as identity,
    calculation_version text not null,
    gross bigint not null,
    currency text not null,
    next_on date,
    decided_because text not null default '',
    additions text[] not null default '{}' check (additions <@ array['spotless', 'fittings', 'spray-line']),
    unique (number, revision),
    check (state = 'draft' or sent_at is not null)
  );
  create index quotes_all_entered on quotes (entered desc);
  create index quotes_entered on quotes (site_id, entered desc);
  create index quotes_next on quotes (next_on, id) where state = 'sent';
  create unique index quotes_one_accepted on quotes (number) where state = 'accepted';
  create index quotes_state_entered on quotes (state, entered desc);
  create index quotes_waiting on quotes (sent_at) where state = 'sent';

  create table follow_ups (
    id uuid primary key,
    quote_id uuid not null references quotes,
    at timestamptz not null,
    by uuid not null references people,
    said text not null,
    next_on date,
    number bigint generated always as identity
  );
  create index follow_ups_quote on follow_ups (quote_id, number);

  create function refuse_frozen_quote() returns trigger language plpgsql as $$
  begin
    if tg_op = 'DELETE' or (old.state <> 'draft' and (
      new.content is distinct from old.content or new.plan_id <> old.plan_id or new.number <> old.number
      or new.revision <> old.revision or new.sent_at is distinct from old.sent_at or new.state = 'draft')) then
      raise exception 'a sent quote is frozen' using errcode = 'integrity_constraint_violation';
    end if;
    return new;
  end $$;

  create trigger frozen_quotes before update or delete on quotes for each row execute function refuse_frozen_quote();
  create trigger evidence before update or delete on follow_ups for each row execute function refuse_change();
`;
