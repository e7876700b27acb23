import type { Knex } from 'knex';

/** Pictures that wait to be turned upright are found at once, also where the queue that was to tell of them is gone. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw("create index photos_waiting on photos (recorded_at) where state = 'waiting'");
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop index photos_waiting');
}
