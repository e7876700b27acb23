/** What a face loses, and when to look again; the face follows the newest. */
export const reckoning = `
  create table reckonings (
    id uuid primary key,
    array_id uuid not null references arrays,
    inspection_id uuid not null references inspections,
    at timestamptz not null,
    by uuid not null references people,
    calculation_version text not null,
    overrides jsonb not null,
    input jsonb not null,
    output jsonb not null,
    entered bigint generated always as identity,
    look_on date,
    loss_now double precision not null,
    taught jsonb
  );
  create index reckonings_entered on reckonings (array_id, entered desc);
  create index reckonings_look_on on reckonings (look_on) where look_on is not null;
  create index reckonings_taught on reckonings (entered desc) where taught is not null;

  create table outlooks (
    id uuid primary key references arrays,
    settings jsonb not null default '{}',
    by uuid references people,
    at timestamptz,
    version integer not null default 0
  );

  create function follow_reckoning() returns trigger language plpgsql as $$
  begin
    update arrays set look_on = new.look_on, reckoned_at = new.at where id = new.array_id;
    return null;
  end $$;

  create trigger evidence before update or delete on reckonings for each row execute function refuse_change();
  create trigger look_on after insert on reckonings for each row execute function follow_reckoning();
`;
