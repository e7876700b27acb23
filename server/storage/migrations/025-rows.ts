import type { Knex } from 'knex';

const ROWS = ['inspection_soils', 'inspection_marks', 'inspection_defects'];

/** What a look found stands in rows: each soil, each mark and each defect, in the order in which they were set. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
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
      cells smallint[] check ((pattern = 'cells') = (cells is not null)),
      bond text check (bond in ('dry', 'wet', 'soak', 'blade')),
      primary key (inspection_id, place)
    );
    create table inspection_defects (
      inspection_id uuid not null references inspections,
      place integer not null check (place >= 0),
      kind text not null check (kind in ('yellowing', 'snail-trail', 'crack', 'hot-spot', 'delamination', 'loose-cable',
        'seal', 'frame')),
      module integer not null check (module >= 0),
      severity text not null check (severity in ('watch', 'report', 'stop')),
      note text not null,
      primary key (inspection_id, place)
    );

    insert into inspection_soils
      select inspections.id, place - 1, soil ->> 'kind', soil ->> 'where', coalesce(soil ->> 'grade', 'plain'),
        (soil ->> 'share')::float8, soil ->> 'bond'
      from inspections, jsonb_array_elements(found -> 'soils') with ordinality as soils (soil, place);
    insert into inspection_marks
      select inspections.id, place - 1, mark ->> 'kind', mark ->> 'pattern', mark ->> 'severity',
        array(select jsonb_array_elements_text(mark -> 'modules')::integer),
        case when mark -> 'cells' is not null then array(select jsonb_array_elements_text(mark -> 'cells')::smallint) end,
        mark ->> 'bond'
      from inspections, jsonb_array_elements(found -> 'marks') with ordinality as marks (mark, place);
    insert into inspection_defects
      select inspections.id, place - 1, defect ->> 'kind', (defect ->> 'module')::integer, defect ->> 'severity',
        coalesce(defect ->> 'note', '')
      from inspections, jsonb_array_elements(found -> 'defects') with ordinality as defects (defect, place);

    alter table inspections disable trigger user;
    update inspections set found = found - 'soils' - 'marks' - 'defects';
    alter table inspections enable trigger user;
  `);
  for (const table of ROWS)
    await knex.raw(
      `create trigger evidence before update or delete on ${table} for each row execute function refuse_change()`,
    );
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table inspections disable trigger user;
    update inspections set found = found || jsonb_build_object(
      'soils', (select coalesce(jsonb_agg(jsonb_build_object('kind', kind, 'where', lies, 'grade', grade, 'share', share,
        'bond', bond) order by place), '[]') from inspection_soils where inspection_id = inspections.id),
      'marks', (select coalesce(jsonb_agg(jsonb_strip_nulls(jsonb_build_object('kind', kind, 'pattern', pattern,
        'severity', severity, 'modules', modules, 'cells', cells, 'bond', bond)) order by place), '[]')
        from inspection_marks where inspection_id = inspections.id),
      'defects', (select coalesce(jsonb_agg(jsonb_build_object('kind', kind, 'module', module, 'severity', severity,
        'note', note) order by place), '[]') from inspection_defects where inspection_id = inspections.id));
    alter table inspections enable trigger user;
    drop table ${ROWS.join(', ')};
  `);
}
