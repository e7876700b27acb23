/** Customers, their sites and the faces on them; what a search looks for follows their names. */
export const sites = `
  create extension if not exists pg_trgm;

  create table customers (
    id uuid primary key,
    name text not null,
    email text not null,
    phone text not null,
    version integer not null default 1
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
    climate text not null constraint sites_climate_listed check (climate in ('winter-rain', 'summer-rain',
      'all-year-rain', 'desert')),
    surroundings text not null constraint sites_surroundings_listed check (surroundings in ('green', 'town',
      'farmland', 'dusty', 'desert')),
    energy_bought bigint not null check (energy_bought >= 0),
    energy_sold bigint not null check (energy_sold >= 0),
    own_use double precision not null check (own_use between 0 and 1),
    run_off text not null constraint sites_run_off_listed check (run_off in ('drain', 'garden', 'rainwater-tank')),
    water_source text not null constraint sites_water_source_listed check (water_source in ('tap', 'borehole',
      'rain-tank', 'none')),
    travel_km double precision not null,
    travel_minutes double precision not null,
    notes text not null,
    version integer not null default 1,
    assumed jsonb not null default '[]',
    words text not null default '',
    last_look timestamptz,
    water_limit double precision check (water_limit >= 0),
    ground_only boolean not null default false
  );
  create index sites_customer on sites (customer_id);
  create index sites_last_look on sites (last_look nulls first, id);
  create index sites_name on sites (lower(name), id);
  create index sites_words on sites using gin (words gin_trgm_ops);

  create table arrays (
    id uuid primary key,
    site_id uuid not null references sites,
    name text not null,
    rows integer not null check (rows > 0),
    columns integer not null check (columns > 0),
    missing jsonb not null,
    orientation text not null constraint arrays_orientation_listed check (orientation in ('portrait', 'landscape')),
    module_watts double precision not null check (module_watts > 0),
    gamma_pdc double precision not null,
    tilt double precision not null check (tilt between 0 and 90),
    azimuth double precision not null check (azimuth between 0 and 360),
    mount text not null constraint arrays_mount_listed check (mount in ('pitched-roof', 'flat-roof', 'ground',
      'carport', 'elevated')),
    storeys integer not null,
    eave_height double precision not null,
    installed_on date,
    inverter_limit double precision,
    export_limit double precision,
    rear_fraction double precision not null,
    birds text not null constraint arrays_birds_listed check (birds in ('none', 'few', 'roost')),
    version integer not null default 1,
    cells text not null default 'whole' check (cells in ('whole', 'half')),
    electronics text not null default 'string' check (electronics in ('string', 'module')),
    strings jsonb not null default '[]',
    sheet jsonb not null 
      default '{"fitted": [], "origin": {"row": 0, "column": 0}, "things": [], "toEave": null, "toRidge": null}',
    assumed jsonb not null default '[]',
    look_on date,
    reckoned_at timestamptz
  );
  create index arrays_look_on on arrays (look_on, site_id) where look_on is not null;
  create index arrays_site on arrays (site_id, name, id);

  create function follow_customer() returns trigger language plpgsql as $$
  begin
    update sites set words = site_words(name, place, customer_id) where customer_id = new.id;
    return null;
  end $$;

  create function follow_site() returns trigger language plpgsql as $$
  begin
    new.words := site_words(new.name, new.place, new.customer_id);
    return new;
  end $$;

  create function site_words(name text, place text, customer uuid) returns text language sql stable as $$
    select lower(concat_ws(E'\\n', name, place, (select customers.name from customers where customers.id = customer)))
  $$;

  create trigger words after update of name on customers for each row execute function follow_customer();
  create trigger words before insert or update of name, place, customer_id on sites
    for each row execute function follow_site();
`;
