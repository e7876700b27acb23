import type { Knex } from 'knex';

const renamed = (from: string, to: string) => `
  update site_climates set climate = (climate - '${from}Dry' - '${from}Wet')
    || jsonb_build_object('${to}Dry', climate -> '${from}Dry', '${to}Wet', climate -> '${from}Wet')
  where jsonb_exists(climate, '${from}Dry')`;

/** Climates made from a site's own files call the clear-sky index by its name. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(renamed('clearness', 'clearSkyIndex'));
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(renamed('clearSkyIndex', 'clearness'));
}
