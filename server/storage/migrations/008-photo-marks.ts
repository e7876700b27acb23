import type { Knex } from 'knex';

/** Marks drawn over pictures, in shares of their width and height; the pictures themselves stay as they came. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
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
    create index photos_array on photos (array_id, recorded_at desc, id);
    create trigger evidence before update or delete on photo_marks for each row execute function refuse_change();
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table photo_marks; drop index photos_array');
}
