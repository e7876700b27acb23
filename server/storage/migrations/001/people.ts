/** Who may come in, and what stands for them. */
export const people = `
  create table installation (
    singleton boolean primary key default true check (singleton),
    demo boolean not null default false,
    second_factor_for_all boolean not null default false
  );
  insert into installation default values;

  create table installation_secrets (
    singleton boolean primary key default true check (singleton),
    session_secret text not null default replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', '')
  );
  insert into installation_secrets default values;

  create table people (
    id uuid primary key,
    name text not null,
    email text not null unique check (email = lower(email)),
    role text not null check (role in ('owner', 'estimator', 'crew')),
    password_hash text not null,
    disabled boolean not null default false,
    units jsonb not null,
    version integer not null default 1,
    epoch integer not null default 1
  );

  create table invitations (
    id uuid primary key,
    name text not null,
    email text not null,
    role text not null check (role in ('owner', 'estimator', 'crew')),
    token_hash bytea not null unique,
    expires_at timestamptz not null,
    used_at timestamptz,
    invited_by uuid references people,
    revoked_at timestamptz,
    maker_epoch integer,
    constraint invitations_maker check ((invited_by is null) = (maker_epoch is null))
  );

  create table reset_links (
    id uuid primary key,
    person_id uuid not null references people,
    token_hash bytea not null unique,
    expires_at timestamptz not null,
    used_at timestamptz,
    made_by uuid references people,
    epoch integer not null,
    maker_epoch integer,
    constraint reset_links_maker check ((made_by is null) = (maker_epoch is null))
  );
  create index reset_links_person on reset_links (person_id);

  create table second_factors (
    person_id uuid primary key references people,
    secret text not null,
    confirmed_at timestamptz,
    last_step bigint not null default 0
  );

  create table recovery_codes (
    person_id uuid not null references people,
    hash bytea not null,
    used_at timestamptz,
    primary key (person_id, hash)
  );

  create table known_devices (
    person_id uuid not null references people,
    hash bytea not null,
    last_seen timestamptz not null,
    primary key (person_id, hash)
  );

  create table session (
    sid varchar primary key,
    sess json not null,
    expire timestamp(6) not null
  );
  create index session_expire on session (expire);
  create index session_person on session (((sess ->> 'personId')));

  create table sign_in_counts (
    key text primary key,
    failures integer not null check (failures >= 0),
    blocked_until timestamptz not null,
    last_at timestamptz not null
  );
  create index sign_in_counts_last on sign_in_counts (last_at);
`;
