import type { Knex } from 'knex';

/** Of which source a reading of water was, and what a strip showed of its hardness and chlorine. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table water_readings
      add column source text check (source in ('tap', 'borehole', 'rain-tank', 'hauled')),
      add column hardness double precision check (hardness >= 0),
      add column chlorine double precision check (chlorine >= 0);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table water_readings drop column source, drop column hardness, drop column chlorine');
}
