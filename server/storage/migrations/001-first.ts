import type { Knex } from 'knex';

/**
 * The first tables. Records are evidence: where a row must not change any more, a trigger holds it, not hope.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table installation (
      singleton boolean primary key default true check (singleton),
      session_secret text not null default replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''),
      demo boolean not null default false
    );
    insert into installation default values;

    create table company (
      singleton boolean primary key default true check (singleton),
      name text not null,
      currency char(3) not null,
      zone text not null,
      quote_valid_days integer not null check (quote_valid_days > 0),
      prices jsonb not null,
      water jsonb not null,
      version integer not null default 1
    );

    create table people (
      id uuid primary key,
      name text not null,
      email text not null unique check (email = lower(email)),
      role text not null check (role in ('owner', 'estimator', 'crew')),
      password_hash text not null,
      disabled boolean not null default false,
      glass jsonb not null,
      version integer not null default 1
    );

    create table invitations (
      id uuid primary key,
      name text not null,
      email text not null,
      role text not null check (role in ('owner', 'estimator', 'crew')),
      token_hash bytea not null unique,
      expires_at timestamptz not null,
      used_at timestamptz,
      invited_by uuid references people
    );

    create table session (sid varchar primary key, sess json not null, expire timestamp(6) not null);
    create index session_expire on session (expire);

    create table sign_in_attempts (email text not null, address text not null, at timestamptz not null);
    create index sign_in_attempts_email on sign_in_attempts (email, at);
    create index sign_in_attempts_address on sign_in_attempts (address, at);

    create table audit_trail (
      number bigint generated always as identity primary key,
      at timestamptz not null,
      person_id uuid references people,
      record text not null,
      record_id uuid not null,
      action text not null,
      change jsonb not null,
      request_id text not null
    );
    create index audit_trail_record on audit_trail (record_id, number);

    create table creations (id uuid primary key, record text not null, digest bytea not null);

    create table customers (
      id uuid primary key, name text not null, email text not null, phone text not null, version integer not null default 1
    );

    create table sites (
      id uuid primary key,
      customer_id uuid not null references customers,
      name text not null,
      place text not null,
      latitude double precision not null check (latitude between -90 and 90),
      longitude double precision not null check (longitude between -180 and 180),
      altitude double precision not null,
      zone text not null,
      climate text not null,
      surroundings text not null,
      energy_bought bigint not null check (energy_bought >= 0),
      energy_sold bigint not null check (energy_sold >= 0),
      own_use double precision not null check (own_use between 0 and 1),
      run_off text not null,
      water_source text not null,
      travel_km double precision not null,
      travel_minutes double precision not null,
      notes text not null,
      version integer not null default 1
    );
    create index sites_name on sites (lower(name), id);
    create index sites_customer on sites (customer_id);

    create table arrays (
      id uuid primary key,
      site_id uuid not null references sites,
      name text not null,
      rows integer not null check (rows > 0),
      columns integer not null check (columns > 0),
      missing jsonb not null,
      orientation text not null,
      module_watts double precision not null check (module_watts > 0),
      gamma_pdc double precision not null,
      tilt double precision not null check (tilt between 0 and 90),
      azimuth double precision not null check (azimuth between 0 and 360),
      mount text not null,
      storeys integer not null,
      eave_height double precision not null,
      installed_on date,
      inverter_limit double precision,
      export_limit double precision,
      rear_fraction double precision not null,
      birds text not null,
      version integer not null default 1
    );
    create index arrays_site on arrays (site_id, name, id);

    create table water_readings (
      id uuid primary key,
      site_id uuid not null references sites,
      conductivity double precision not null check (conductivity >= 0),
      temperature double precision not null,
      taken_at timestamptz not null,
      by uuid not null references people
    );
    create index water_readings_site on water_readings (site_id, taken_at desc);

    create table inspections (
      id uuid primary key,
      array_id uuid not null references arrays,
      inspected_at timestamptz not null,
      found jsonb not null,
      by uuid not null references people,
      recorded_at timestamptz not null
    );
    create index inspections_array on inspections (array_id, inspected_at desc, id);

    create table amendments (
      id uuid primary key,
      record text not null check (record in ('inspection', 'report')),
      record_id uuid not null,
      text text not null,
      reason text not null,
      by uuid not null references people,
      at timestamptz not null
    );
    create index amendments_record on amendments (record_id, at);

    create table reckonings (
      id uuid primary key,
      array_id uuid not null references arrays,
      inspection_id uuid not null references inspections,
      at timestamptz not null,
      by uuid not null references people,
      calculation_version text not null,
      overrides jsonb not null,
      input jsonb not null,
      output jsonb not null
    );
    create index reckonings_array on reckonings (array_id, at desc, id);

    create table plans (
      id uuid primary key,
      site_id uuid not null references sites,
      at timestamptz not null,
      by uuid not null references people,
      calculation_version text not null,
      finish text not null check (finish in ('output', 'spotless')),
      overrides jsonb not null,
      input jsonb not null,
      output jsonb not null
    );
    create index plans_site on plans (site_id, at desc, id);

    create sequence quote_numbers start 1001;
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
      unique (number, revision),
      check (state = 'draft' or sent_at is not null)
    );
    create index quotes_site on quotes (site_id, created_at desc, id);
    create index quotes_state on quotes (state, created_at desc, id);

    create table jobs (
      id uuid primary key,
      site_id uuid not null references sites,
      quote_id uuid not null unique references quotes,
      scheduled_for date not null,
      state text not null check (state in ('scheduled', 'in-hand', 'paused', 'washed', 'reported')),
      content jsonb not null,
      modules integer not null,
      modules_left integer not null,
      minutes double precision not null,
      version integer not null default 1
    );
    create index jobs_day on jobs (scheduled_for, id);
    create index jobs_site on jobs (site_id, scheduled_for desc);

    create table job_entries (
      id uuid primary key,
      job_id uuid not null references jobs,
      kind text not null,
      at timestamptz not null,
      body jsonb not null,
      by uuid not null references people,
      received_at timestamptz not null,
      number bigint generated always as identity
    );
    create index job_entries_job on job_entries (job_id, number);

    create table reports (
      id uuid primary key,
      job_id uuid not null unique references jobs,
      site_id uuid not null references sites,
      state text not null check (state in ('draft', 'signed')),
      calculation_version text not null,
      content jsonb not null,
      created_at timestamptz not null,
      signed_by text,
      signed_at timestamptz,
      by uuid not null references people,
      version integer not null default 1,
      check ((state = 'signed') = (signed_at is not null and signed_by is not null))
    );
    create index reports_site on reports (site_id, created_at desc);

    create table photos (
      id uuid primary key,
      array_id uuid not null references arrays,
      inspection_id uuid references inspections,
      job_id uuid references jobs,
      role text not null,
      caption text not null,
      media_type text not null check (media_type in ('image/jpeg', 'image/png')),
      width integer not null,
      height integer not null,
      taken_at timestamptz,
      original bytea not null,
      upright bytea,
      thumbnail bytea,
      state text not null check (state in ('waiting', 'ready', 'failed')),
      by uuid not null references people,
      recorded_at timestamptz not null
    );
    create index photos_inspection on photos (inspection_id);
    create index photos_job on photos (job_id);
  `);
  await knex.raw(`
    create function refuse_change() returns trigger language plpgsql as $$
    begin
      raise exception 'rows of % are evidence and are not changed', tg_table_name using errcode = 'integrity_constraint_violation';
    end $$;

    create function refuse_frozen_quote() returns trigger language plpgsql as $$
    begin
      if tg_op = 'DELETE' or (old.state <> 'draft' and (
        new.content is distinct from old.content or new.plan_id <> old.plan_id or new.number <> old.number
        or new.revision <> old.revision or new.sent_at is distinct from old.sent_at or new.state = 'draft')) then
        raise exception 'a sent quote is frozen' using errcode = 'integrity_constraint_violation';
      end if;
      return new;
    end $$;

    create function refuse_frozen_report() returns trigger language plpgsql as $$
    begin
      if tg_op = 'DELETE' or old.state = 'signed' then
        raise exception 'a signed report is frozen' using errcode = 'integrity_constraint_violation';
      end if;
      return new;
    end $$;

    create trigger frozen_quotes before update or delete on quotes for each row execute function refuse_frozen_quote();
    create trigger frozen_reports before update or delete on reports for each row execute function refuse_frozen_report();
  `);
  for (const table of [
    'audit_trail',
    'inspections',
    'amendments',
    'reckonings',
    'plans',
    'job_entries',
    'water_readings',
  ]) {
    await knex.raw(
      `create trigger evidence before update or delete on ${table} for each row execute function refuse_change()`,
    );
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table photos, reports, job_entries, jobs, quotes, plans, reckonings, amendments, inspections, water_readings,
      arrays, sites, customers, creations, audit_trail, sign_in_attempts, session, invitations, people, company, installation;
    drop sequence quote_numbers;
    drop function refuse_change, refuse_frozen_quote, refuse_frozen_report;
  `);
}
