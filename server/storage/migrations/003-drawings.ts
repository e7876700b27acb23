import type { Knex } from 'knex';

/** How a face was drawn is its drawing: a sheet is what is written down for safety. Only the name changes, on arrays and in jobs. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table arrays rename column sheet to drawing;
    alter table jobs disable trigger user;
    update jobs set content = jsonb_set(content, '{arrays}', (
      select jsonb_agg(
        case when face \\? 'sheet' then (face - 'sheet') || jsonb_build_object('drawing', face -> 'sheet') else face end
        order by place)
      from jsonb_array_elements(content -> 'arrays') with ordinality as faces (face, place)
    )) where jsonb_path_exists(content, '$.arrays[*].sheet');
    alter table jobs enable trigger user;
  `);
}
