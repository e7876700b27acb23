/** Readings of a site's water, and what is done with the resin. */
export const water = `
  create table water_readings (
    id uuid primary key,
    site_id uuid not null references sites,
    conductivity double precision not null check (conductivity >= 0),
    temperature double precision not null,
    taken_at timestamptz not null,
    by uuid not null references people,
    source text check (source in ('tap', 'borehole', 'rain-tank', 'hauled')),
    hardness double precision check (hardness >= 0),
    chlorine double precision check (chlorine >= 0)
  );
  create index water_readings_site on water_readings (site_id, taken_at desc);

  create table vessels (
    id uuid primary key,
    name text not null,
    litres double precision not null check (litres > 0),
    made_at timestamptz not null,
    by uuid not null references people
  );

  create table resin_entries (
    id uuid primary key,
    at timestamptz not null,
    by uuid not null references people,
    kind text not null check (kind in ('set-up', 'reading', 'rotated', 'struck')),
    told jsonb not null,
    sure boolean not null
  );
  create index resin_entries_at on resin_entries (at desc, id);

  create trigger evidence before update or delete on water_readings for each row execute function refuse_change();
  create trigger evidence before update or delete on vessels for each row execute function refuse_change();
  create trigger evidence before update or delete on resin_entries for each row execute function refuse_change();
`;
