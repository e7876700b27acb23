import type { Knex } from 'knex';

/** What is known of the weather at a site and of the energy of an array, by day; and what a weather service last said. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table weather_days (
      site_id uuid not null references sites,
      day date not null,
      rain double precision not null check (rain >= 0),
      temp_air double precision,
      wind_speed double precision check (wind_speed >= 0),
      source text not null check (source in ('file', 'service')),
      primary key (site_id, day)
    );

    create table site_climates (
      site_id uuid primary key references sites,
      climate jsonb not null,
      file text not null,
      at timestamptz not null,
      by uuid not null references people
    );

    create table forecasts (
      site_id uuid primary key references sites,
      fetched_at timestamptz,
      days jsonb not null default '[]',
      failed_at timestamptz,
      problem text
    );

    create table energy_days (
      array_id uuid not null references arrays,
      day date not null,
      energy double precision not null check (energy >= 0),
      control double precision check (control >= 0),
      primary key (array_id, day)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table energy_days, forecasts, site_climates, weather_days');
}
