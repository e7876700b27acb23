import type { QueryOf } from '../../contract/endpoint.ts';
import type { KitDays, scheduleEndpoints } from '../../contract/schedule/endpoints.ts';
import { OPEN_JOBS } from '../../core/jobs/states.ts';
import { addedDays } from '../../core/time/dates.ts';
import type { Context } from '../context.ts';
import { drawnOn } from '../jobs/kitDrawn.ts';
import { jobsOn } from '../jobs/storage.ts';
import { today } from '../kit/useCases.ts';
import { MOST_ON_A_DAY } from './useCases.ts';

/** What the jobs of a day and of the next still have to take along: the evening before it can be seen to. */
export async function readKitDays(
  context: Context,
  query: QueryOf<(typeof scheduleEndpoints)['readKitDays']>,
): Promise<KitDays> {
  const { database } = context;
  const first = query.date ?? (await today(context, database));
  const jobs = [];
  for (const day of [first, addedDays(first, 1)]) {
    const open = (await jobsOn(database, day, MOST_ON_A_DAY)).filter(({ state }) => OPEN_JOBS.includes(state));
    if (open.length === 0) continue;
    const drawn = await drawnOn(database, day);
    jobs.push(...open.map((job) => ({ ...job, drawn: [...(drawn.get(job.id) ?? [])] })));
  }
  return { jobs };
}
