import type { Knex } from 'knex';

/**
 * The face about the modules of an array as it was drawn; and with each inspection how the modules lay when it was
 * made, so that what was seen stays on the module on which it was seen when the drawing grows.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table arrays add column sheet jsonb not null
      default '{"origin": {"row": 0, "column": 0}, "toRidge": null, "toEave": null, "things": [], "fitted": []}';
    alter table inspections add column layout jsonb;
    alter table inspections disable trigger user;
    update inspections set layout = jsonb_build_object('columns', arrays.columns, 'origin', arrays.sheet -> 'origin')
      from arrays where arrays.id = inspections.array_id;
    alter table inspections enable trigger user;
    alter table inspections alter column layout set not null;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table arrays drop column sheet; alter table inspections drop column layout');
}
