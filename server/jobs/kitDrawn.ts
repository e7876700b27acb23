import { type DrawnItem, drawDay } from '../../core/kit/draw.ts';
import { type Instruments, instrumentsOn } from '../../core/kit/instruments.ts';
import type { KitItem } from '../../core/kit/list.ts';
import { outOfOrder } from '../errors.ts';
import { keepUses, usedOn } from '../kit/storage.ts';
import { registerOn } from '../kit/useCases.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { type JobRow, kitOfDay, lockDay } from './storage.ts';

/** A job with all that its kit is drawn by. */
export interface JobWithKit {
  id: string;
  site: string;
  kit: readonly KitItem[];
}

/** What the jobs of a day take along of the register, by the id of the job. */
export async function drawnOn(
  connection: Connection,
  day: string,
  more: readonly JobWithKit[] = [],
): Promise<ReadonlyMap<string, readonly DrawnItem[]>> {
  const { things } = await registerOn(connection, day);
  const there = (await kitOfDay(connection, day)).filter(({ id }) => !more.some((one) => one.id === id));
  return drawDay([...there, ...more], things, day);
}

/**
 * Refuses a day on which a job could not have its machine, since another job has it. What was booked first keeps it.
 * Days are held until the transaction ends, so that two who book at once are weighed one after the other.
 */
export async function mustHaveMachines(trx: Transaction, day: string, job: JobWithKit): Promise<void> {
  await lockDay(trx, day);
  const drawn = (await drawnOn(trx, day, [job])).get(job.id) ?? [];
  for (const { missing } of drawn)
    if (missing?.code === 'kit-taken')
      throw outOfOrder(
        `${missing.params.name} is at ${missing.params.site} on ${day}, and one machine is on one job a day. Choose another day.`,
      );
}

/** How exact the instruments are that a job is read with: those that it was worked with, or is to be. */
export async function instrumentsOf(connection: Connection, job: JobRow): Promise<Instruments> {
  const { things } = await registerOn(connection, job.scheduledFor, false);
  const used = await usedOn(connection, job.id);
  const drawn =
    used.length > 0
      ? used
      : idsOf(drawDay([{ ...job, site: '', kit: job.content.kit }], things, job.scheduledFor).get(job.id));
  return instrumentsOn(things, drawn, job.scheduledFor);
}

const idsOf = (drawn: readonly DrawnItem[] = []): string[] => [
  ...new Set(drawn.flatMap(({ thing }) => (thing ? [thing.id] : []))),
];

/** Keeps what a finished job was worked with, and how many modules. */
export async function keepKitUsed(trx: Transaction, job: JobRow, day: string, modules: number): Promise<void> {
  const drawn = (await drawnOn(trx, job.scheduledFor)).get(job.id) ?? [];
  await keepUses(
    trx,
    idsOf(drawn).map((thingId) => ({ thingId, jobId: job.id, usedOn: day, modules })),
  );
}
