import type { Knex } from 'knex';

/** How a person reads numbers is called their units, and which of the two systems they are of, the system. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table people rename column glass to units;
    update people set units = (units - 'units') || jsonb_build_object('system', units -> 'units')`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    update people set units = (units - 'system') || jsonb_build_object('units', units -> 'system');
    alter table people rename column units to glass`);
}
