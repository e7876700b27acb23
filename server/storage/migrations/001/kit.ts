/** What the company works with, what became of it, and its lists. */
export const kit = `
  create table kit_things (
    id uuid primary key,
    version integer not null default 1,
    kind text not null check (kind in ('pole', 'brush', 'blade', 'cloth', 'squeegee', 'rotary-head', 'robot-wet',
      'robot-dry', 'robot-module', 'spray-line', 'hose', 'pump', 'tank', 'membrane', 'ladder', 'harness', 'lift',
      'irradiance-meter', 'thermometer', 'power-meter', 'conductivity-meter')),
    name text not null,
    length double precision check (length > 0),
    sections integer check (sections > 0),
    width double precision check (width > 0),
    weight double precision check (weight > 0),
    volume double precision check (volume > 0),
    flow double precision check (flow > 0),
    bristle text check (bristle in ('soft', 'stiff')),
    held text not null check (held in ('own', 'hired')),
    price bigint check (price >= 0),
    bought_on date,
    lasts double precision check (lasts > 0),
    upkeep bigint check (upkeep >= 0),
    check_every integer check (check_every > 0),
    calibrate_every integer check (calibrate_every > 0),
    wears_after integer check (wears_after > 0),
    uncertainty double precision check (uncertainty > 0),
    made_at timestamptz not null,
    by uuid not null references people
  );

  create table kit_entries (
    id uuid primary key,
    thing_id uuid not null references kit_things,
    at timestamptz not null,
    by uuid not null references people,
    kind text not null check (kind in ('checked', 'calibrated', 'state', 'moved', 'struck')),
    told jsonb not null
  );
  create index kit_entries_thing on kit_entries (thing_id, at desc, id);

  create table kit_uses (
    thing_id uuid not null references kit_things,
    job_id uuid not null references jobs,
    used_on date not null,
    modules integer not null check (modules >= 0),
    primary key (thing_id, job_id)
  );
  create index kit_uses_job on kit_uses (job_id);

  create table checklists (
    id uuid primary key,
    list_id uuid not null,
    version integer not null check (version > 0),
    at timestamptz not null,
    by uuid not null references people,
    body jsonb not null,
    unique (list_id, version)
  );

  create trigger evidence before update or delete on kit_entries for each row execute function refuse_change();
  create trigger evidence before update or delete on checklists for each row execute function refuse_change();
`;
