import type { Knex } from 'knex';

const BEFORE = "array['spotless', 'fittings']";

const held = (table: string, list: string) => `
  alter table ${table} drop constraint ${table}_additions_check;
  alter table ${table} add constraint ${table}_additions_check check (additions <@ ${list});
`;

/** A spray line, put up once, can be taken on top of what was chosen. */
export async function up(knex: Knex): Promise<void> {
  for (const table of ['quotes', 'agreements'])
    await knex.raw(held(table, "array['spotless', 'fittings', 'spray-line']"));
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['quotes', 'agreements']) {
    await knex.raw(`update ${table} set additions = array_remove(additions, 'spray-line')`);
    await knex.raw(held(table, BEFORE));
  }
}
