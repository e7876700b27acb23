import { z } from 'zod';
import type { DrawnItem } from '../../core/kit/draw.ts';
import { visitToBook } from '../agreements/endpoints.ts';
import { computed, date, id, money } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';
import { jobListItem } from '../jobs/endpoints.ts';
import { quoteListItem } from '../quotes/endpoints.ts';

const plannedJob = jobListItem.extend({
  /** litres of water planned on the glass */
  litres: z.number(),
  /** how much of the kit is in the van */
  kit: z.object({ items: z.number(), packed: z.number() }),
});

export const daySchedule = z.object({
  date: z.string(),
  zone: z.string(),
  /** hours of the clock at the company, from first to last light */
  firstLight: z.number(),
  lastLight: z.number(),
  jobs: z.array(
    plannedJob.extend({
      /** hours of the clock between which the sun stands low enough for cool glass; null where that cannot be said */
      cool: z.array(z.object({ from: z.number(), to: z.number() })),
      travelMinutes: z.number(),
    }),
  ),
  chase: z.object({
    quotes: z.array(quoteListItem),
    late: z.array(jobListItem),
    unlooked: z.array(z.object({ siteId: id, site: z.string(), lastLook: z.string().nullable() })),
    /** sites with arrays, by name, that a wash is expected to pay for from a day on that has come: to be looked at now */
    paying: z.array(z.object({ siteId: id, site: z.string(), arrays: z.string(), lookOn: z.string() })),
    unsigned: z.array(z.object({ jobId: id, siteId: id, site: z.string(), scheduledFor: z.string() })),
    /** callers who want somebody to look, by the link that they were sent, and of whom no site was made */
    calls: z.array(z.object({ id, name: z.string(), phone: z.string(), said: z.string(), at: z.string() })),
    /** deposits that were asked for on acceptance and have not come; minor units */
    deposits: z.array(z.object({ siteId: id, site: z.string(), deposit: money, currency: z.string(), at: z.string() })),
    /** spray lines that were agreed and are not up */
    lines: z.array(z.object({ siteId: id, site: z.string(), at: z.string() })),
    /** what customers asked by their links and nobody has answered */
    asked: z.array(z.object({ siteId: id, site: z.string(), at: z.string(), text: z.string() })),
    /** visits of agreements that are to be booked: their window has come, or does so soon */
    visits: z.array(visitToBook),
    /** arrays on which something that was fitted was last found loose */
    loose: z.array(z.object({ siteId: id, site: z.string(), array: z.string(), foundAt: z.string() })),
  }),
  coming: z.array(plannedJob),
});
export type DaySchedule = z.infer<typeof daySchedule>;

/** What each job of some days takes along of the register. */
export const kitDays = z.object({
  jobs: z.array(jobListItem.extend({ drawn: z.array(computed<DrawnItem>()) })),
});
export type KitDays = z.infer<typeof kitDays>;

export const scheduleEndpoints = {
  readDay: endpoint({
    method: 'GET',
    path: '/api/day',
    summary: 'A day of the company: its jobs in their cool hours, and what to chase',
    roles: EVERYONE,
    query: z.object({ date: date.optional() }),
    answer: daySchedule,
  }),
  readKitDays: endpoint({
    method: 'GET',
    path: '/api/day/kit',
    summary: 'What the jobs of a day and of the next take along of the register of kit, and what is missing or due',
    roles: EVERYONE,
    query: z.object({ date: date.optional() }),
    answer: kitDays,
  }),
};
