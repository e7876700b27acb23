import type { Knex } from 'knex';

/** Second factors, links for a new password, devices that are known, and sign-ins counted before they are checked. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
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
    create table reset_links (
      id uuid primary key,
      person_id uuid not null references people,
      token_hash bytea not null unique,
      expires_at timestamptz not null,
      used_at timestamptz,
      made_by uuid references people
    );
    create index reset_links_person on reset_links (person_id);
    create table known_devices (
      person_id uuid not null references people,
      hash bytea not null,
      last_seen timestamptz not null,
      primary key (person_id, hash)
    );
    create table sign_in_counts (
      key text primary key,
      failures integer not null check (failures >= 0),
      blocked_until timestamptz not null,
      last_at timestamptz not null
    );
    create index sign_in_counts_last on sign_in_counts (last_at);
    drop table sign_in_attempts;

    alter table invitations add column revoked_at timestamptz;
    alter table installation add column second_factor_for_all boolean not null default false;
    create index session_person on session ((sess ->> 'personId'));
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop index session_person;
    alter table installation drop column second_factor_for_all;
    alter table invitations drop column revoked_at;
    create table sign_in_attempts (email text not null, address text not null, at timestamptz not null);
    create index sign_in_attempts_email on sign_in_attempts (email, at);
    create index sign_in_attempts_address on sign_in_attempts (address, at);
    drop table sign_in_counts, known_devices, reset_links, recovery_codes, second_factors;
  `);
}
