import { z } from 'zod';
import { PLUMBINGS } from '../../core/water/resin.ts';
import type { ResinEntry, ResinFinding } from '../../core/water/resinLog.ts';
import { date, id, moment, price, text } from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { said } from '../findings.ts';
import { quantiles } from '../numbers.ts';
import { shapedAs } from '../shapedAs.ts';

/** uS/cm */
const conductivity = z.number().min(0).max(20_000);

export const vesselFields = z.object({
  name: text(40),
  /** litres of resin */
  litres: z.number().gt(0).max(2000),
});
export const vessel = vesselFields.extend({ id });

const newFill = z.object({ media: text(80), price: price.nullable().default(null) });
const fill = newFill.extend({ vessel: id });

/** What may be told of the vessels. Litres are since the entry before. */
export const resinTold = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('set-up'),
    lead: fill,
    lag: fill.nullable(),
    plumbing: z.enum(PLUMBINGS),
  }),
  z.object({
    kind: z.literal('reading'),
    litres: z.number().min(0).max(100_000),
    before: conductivity.gt(0),
    between: conductivity.nullable(),
    after: conductivity.nullable(),
    temperature: z.number().min(0).max(60).nullable(),
    /** litres that the meter's counter stood at; null where it has none */
    counter: z.number().min(0).max(1e9).nullable().default(null),
  }),
  z.object({ kind: z.literal('rotated'), fill: newFill }),
  z.object({ kind: z.literal('retracted'), entry: id, reason: text(200) }),
]);

export const resinEntryBody = z.object({
  id,
  at: moment,
  told: resinTold,
  /** it was asked about, and is right */
  sure: z.boolean().default(false),
});

const resinEntry = shapedAs<ResinEntry & { by: string; sure: boolean }>()(
  z.intersection(resinTold, z.object({ id, at: z.string(), by: z.string(), sure: z.boolean() })),
);

const charge = z.object({
  vessel: id,
  media: z.string(),
  price: z.number().nullable(),
  litres: z.number(),
  since: z.string(),
  until: z.string().nullable(),
  asLead: z.number(),
  computed: z.number().nullable(),
  factor: z.object({ value: z.number(), sd: z.number(), low: z.number(), high: z.number() }).nullable(),
});

const standing = z.object({
  lead: charge,
  lag: charge.nullable(),
  plumbing: z.enum(PLUMBINGS),
  charges: z.array(charge),
  readings: z.number(),
  before: z.number().nullable(),
  leadUsed: quantiles,
  lagUsed: quantiles.nullable(),
  left: quantiles,
  findings: z.array(said<ResinFinding>()),
});

/** A job that draws water through the vessels, with the litres of the water in them that this comes to. */
const jobAhead = z.object({ id, siteId: id, site: z.string(), date, litres: z.number() });

export const resinView = z.object({
  vessels: z.array(vessel),
  /** the newest first */
  entries: z.array(resinEntry),
  /** null before they are set up */
  standing: standing.nullable(),
  ahead: z.object({
    jobs: z.array(jobAhead),
    /** the job in which the lead is likely, and at the earliest, to be exchanged; null where none is */
    likely: id.nullable(),
    earliest: id.nullable(),
  }),
  /** uS/cm of the final water at which the resin is changed */
  changeAt: z.number(),
  /** whether a meter answers */
  meter: z.boolean(),
});
export type ResinView = z.infer<typeof resinView>;

/** What a meter that is wired in answers, as open JSON. */
export const meterAnswer = z.object({
  /** uS/cm before, between and after the vessels */
  before: conductivity,
  between: conductivity,
  after: conductivity,
  /** Celsius */
  temperature: z.number().min(-5).max(60),
  /** litres through it since it was made */
  litres: z.number().min(0),
});
export type MeterAnswer = z.infer<typeof meterAnswer>;

export const resinEndpoints = {
  readResin: endpoint({
    method: 'GET',
    path: '/api/resin',
    summary: 'The vessels of resin, their log, what is left in them and which job they run out in',
    roles: EVERYONE,
    answer: resinView,
  }),
  addVessel: endpoint({
    method: 'POST',
    path: '/api/resin/vessels',
    summary: 'Enter a vessel',
    roles: DESK,
    body: vesselFields.extend({ id }),
    answer: resinView,
  }),
  addResinEntry: endpoint({
    method: 'POST',
    path: '/api/resin/entries',
    summary: 'Write into the log of the vessels: set up, a reading, rotated, an entry retracted',
    roles: EVERYONE,
    body: resinEntryBody,
    answer: resinView,
  }),
  readMeter: endpoint({
    method: 'GET',
    path: '/api/resin/meter',
    summary: 'Ask the meter that is wired in; nothing is kept',
    roles: EVERYONE,
    answer: meterAnswer,
  }),
};
