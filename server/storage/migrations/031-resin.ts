import type { Knex } from 'knex';

/** The vessels of resin in the van, and their log: entries that are kept as they were made. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
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
    create trigger evidence before update or delete on vessels for each row execute function refuse_change();
    create trigger evidence before update or delete on resin_entries for each row execute function refuse_change();
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table resin_entries, vessels');
}
