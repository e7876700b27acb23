import type { Knex } from 'knex';

/** Jobs that were measured before litres followed from the flow, and before a cloth was asked for: by the meter, and none. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    update jobs set measured = measured || jsonb_build_object(
      'metered', measured -> 'litres' <> 'null'::jsonb,
      'faces', (select coalesce(jsonb_agg(face || '{"cloth": null}'), '[]') from jsonb_array_elements(measured -> 'faces') face)
    ) where measured is not null
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    update jobs set measured = (measured - 'metered') || jsonb_build_object(
      'faces', (select coalesce(jsonb_agg(face - 'cloth'), '[]') from jsonb_array_elements(measured -> 'faces') face)
    ) where measured is not null
  `);
}
