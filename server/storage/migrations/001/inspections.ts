/** Looks at a face, pictures, and calls: evidence, which a trigger holds. */
export const inspections = `
  create table inspections (
    id uuid primary key,
    array_id uuid not null references arrays,
    inspected_at timestamptz not null,
    found jsonb not null,
    by uuid not null references people,
    recorded_at timestamptz not null,
    layout jsonb not null
  );
  create index inspections_array on inspections (array_id, inspected_at desc, id desc);
  create index inspections_loose on inspections (inspected_at desc) where found @> '{"fittings": [{"found": "loose"}]}';

  create table inspection_soils (
    inspection_id uuid not null references inspections,
    place integer not null check (place >= 0),
    kind text not null check (kind in ('dust', 'pollen', 'soot', 'building-dust', 'harvest-dust', 'salt', 'scale',
      'droppings', 'lichen', 'algae', 'moss', 'sap')),
    lies text not null check (lies in ('whole-face', 'lower-edge', 'frame-sides', 'spots')),
    grade text not null check (grade in ('faint', 'plain', 'thick')),
    share double precision not null check (share between 0 and 1),
    bond text not null check (bond in ('dry', 'wet', 'soak', 'blade')),
    primary key (inspection_id, place)
  );

  create table inspection_marks (
    inspection_id uuid not null references inspections,
    place integer not null check (place >= 0),
    kind text not null check (kind in ('droppings', 'lichen', 'algae', 'moss', 'sap', 'scale', 'soot', 'pollen',
      'puddling')),
    pattern text not null check (pattern in ('all-over', 'lower-edge', 'frame-side', 'spots', 'cells')),
    severity text not null check (severity in ('light', 'plain', 'heavy')),
    modules integer[] not null check (cardinality(modules) > 0),
    cells smallint[],
    bond text check (bond in ('dry', 'wet', 'soak', 'blade')),
    primary key (inspection_id, place),
    check ((pattern = 'cells') = (cells is not null))
  );

  create table inspection_defects (
    inspection_id uuid not null references inspections,
    place integer not null check (place >= 0),
    kind text not null check (kind in ('yellowing', 'snail-trail', 'crack', 'hot-spot', 'delamination',
      'loose-cable', 'seal', 'frame')),
    module integer not null check (module >= 0),
    severity text not null check (severity in ('watch', 'report', 'stop')),
    note text not null,
    primary key (inspection_id, place)
  );

  create table amendments (
    id uuid primary key,
    text text not null,
    reason text not null,
    by uuid not null references people,
    at timestamptz not null,
    inspection_id uuid references inspections,
    report_id uuid,
    constraint amendments_one check (num_nonnulls(inspection_id, report_id) = 1)
  );
  create index amendments_inspection on amendments (inspection_id, at) where inspection_id is not null;
  create index amendments_report on amendments (report_id, at) where report_id is not null;

  create table photos (
    id uuid primary key,
    array_id uuid not null references arrays,
    inspection_id uuid references inspections,
    job_id uuid,
    role text not null constraint photos_role_listed check (role in ('overview', 'soil', 'defect', 'before', 'after',
      'wipe-before', 'wipe-after')),
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
    recorded_at timestamptz not null,
    module integer check (module >= 0),
    device text not null default '',
    version integer not null default 1,
    removed_at timestamptz
  );
  create index photos_array on photos (array_id, recorded_at desc, id);
  create index photos_inspection on photos (inspection_id);
  create index photos_job on photos (job_id);
  create index photos_waiting on photos (recorded_at) where state = 'waiting';

  create table photo_marks (
    id uuid primary key,
    photo_id uuid not null references photos,
    x double precision not null check (x between 0 and 1),
    y double precision not null check (y between 0 and 1),
    radius double precision not null check (radius > 0 and radius <= 0.5),
    label text not null,
    by uuid not null references people,
    at timestamptz not null
  );
  create index photo_marks_photo on photo_marks (photo_id, at);

  create table quick_looks (
    id uuid primary key,
    at timestamptz not null,
    by uuid not null references people,
    calculation_version text not null,
    fields jsonb not null,
    input jsonb not null,
    output jsonb not null,
    site_id uuid references sites
  );
  create index quick_looks_at on quick_looks (at desc, id desc);
  create index quick_looks_open on quick_looks (at desc, id desc) where site_id is null;

  create table call_links (
    quick_look_id uuid primary key references quick_looks,
    token_hash bytea not null unique,
    made_at timestamptz not null,
    made_by uuid not null references people,
    expires_at timestamptz not null,
    opened_at timestamptz,
    answer text check (answer in ('look', 'no')),
    answered_at timestamptz,
    said text not null default '',
    answers integer not null default 0
  );

  create function follow_look() returns trigger language plpgsql as $$
  begin
    update sites set last_look = greatest(last_look, new.inspected_at) from arrays
      where arrays.id = new.array_id and sites.id = arrays.site_id;
    return null;
  end $$;

  create function refuse_changed_photo() returns trigger language plpgsql as $$
  begin
    if tg_op = 'DELETE' or new.original is distinct from old.original or new.job_id is distinct from old.job_id
      or new.role <> old.role
      or (old.state = 'ready' and (new.state <> old.state or new.upright is distinct from old.upright
        or new.thumbnail is distinct from old.thumbnail))
      or ((new.array_id <> old.array_id or new.inspection_id is distinct from old.inspection_id
        or new.caption <> old.caption or new.module is distinct from old.module
        or new.removed_at is distinct from old.removed_at) and new.version <> old.version + 1)
      or old.removed_at is not null and new.removed_at is distinct from old.removed_at then
      raise exception 'a picture is evidence and stays as it came' using errcode = 'integrity_constraint_violation';
    end if;
    return new;
  end $$;

  create function refuse_retold_call() returns trigger language plpgsql as $$
  begin
    if tg_op = 'DELETE' or old.site_id is not null or to_jsonb(new) - 'site_id' <> to_jsonb(old) - 'site_id' then
      raise exception 'what a caller was told is evidence and is not changed'
        using errcode = 'integrity_constraint_violation';
    end if;
    return new;
  end $$;

  create trigger evidence before update or delete on inspections for each row execute function refuse_change();
  create trigger last_look after insert on inspections for each row execute function follow_look();
  create trigger evidence before update or delete on inspection_soils for each row execute function refuse_change();
  create trigger evidence before update or delete on inspection_marks for each row execute function refuse_change();
  create trigger evidence before update or delete on inspection_defects for each row execute function refuse_change();
  create trigger evidence before update or delete on amendments for each row execute function refuse_change();
  create trigger evidence before update or delete on photos for each row execute function refuse_changed_photo();
  create trigger evidence before update or delete on photo_marks for each row execute function refuse_change();
  create trigger told before update or delete on quick_looks for each row execute function refuse_retold_call();
`;
