/** Days of weather and of energy, and what was made of them. */
export const weather = `
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

  create table energy_drifts (
    array_id uuid primary key references arrays,
    key text not null,
    drift jsonb not null
  );
`;
