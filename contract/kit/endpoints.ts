import { z } from 'zod';
import type { KitEntry, KitStanding } from '../../core/kit/standing.ts';
import { BRISTLES, HELD, KIT_KINDS, KIT_STATES } from '../../core/kit/things.ts';
import { computed, date, id, idParams, moment, note, price, text, version } from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';

const measure = (most: number) => z.number().gt(0).max(most).nullable().default(null);
const months = z.number().int().min(1).max(120).nullable().default(null);

/** A thing of the register as somebody enters it: metres, kg, litres, litres a minute. Null: nobody said. */
export const thingFields = z.object({
  kind: z.enum(KIT_KINDS),
  name: text(60),
  length: measure(200),
  sections: z.number().int().min(1).max(30).nullable().default(null),
  width: measure(20),
  weight: measure(2000),
  volume: measure(50_000),
  flow: measure(1000),
  bristle: z.enum(BRISTLES).nullable().default(null),
  held: z.enum(HELD).default('own'),
  price: price.nullable().default(null),
  boughtOn: date.nullable().default(null),
  /** years */
  lasts: z.number().gt(0).max(50).nullable().default(null),
  upkeep: price.nullable().default(null),
  checkEvery: months,
  calibrateEvery: months,
  /** modules */
  wearsAfter: z.number().int().min(1).max(10_000_000).nullable().default(null),
  /** a share of the value, or K */
  uncertainty: z.number().gt(0).max(10).nullable().default(null),
});

/** What may be told of a thing. */
export const kitTold = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('checked'), on: date, passed: z.boolean(), note: note(300) }),
  z.object({
    kind: z.literal('calibrated'),
    on: date,
    uncertainty: z.number().gt(0).max(10).nullable().default(null),
    note: note(300),
  }),
  z.object({ kind: z.literal('state'), state: z.enum(KIT_STATES), note: note(300) }),
  z.object({ kind: z.literal('moved'), where: text(100) }),
  z.object({ kind: z.literal('retracted'), entry: id, reason: text(200) }),
]);

const standing = z.intersection(z.object({ id, version: z.number().int(), days: z.number() }), computed<KitStanding>());

export const kitView = z.object({
  /** by kind and name; with days of the last year on which each was used, of which jobs are on record */
  things: z.array(standing),
  /** what was told of them, the newest first */
  entries: z.array(computed<KitEntry & { by: string }>()),
});
export type KitView = z.infer<typeof kitView>;

export const kitEndpoints = {
  readKit: endpoint({
    method: 'GET',
    path: '/api/kit',
    summary: 'The register of kit: what there is, in which state, what is due',
    roles: EVERYONE,
    answer: kitView,
  }),
  addThing: endpoint({
    method: 'POST',
    path: '/api/kit',
    summary: 'Enter a thing into the register',
    roles: DESK,
    body: thingFields.extend({ id }),
    answer: kitView,
  }),
  changeThing: endpoint({
    method: 'PUT',
    path: '/api/kit/:id',
    summary: 'Change what is stated of a thing; what happened to it stays in its log',
    roles: DESK,
    params: idParams,
    body: thingFields.extend({ version }),
    answer: kitView,
  }),
  addKitEntry: endpoint({
    method: 'POST',
    path: '/api/kit/:id/entries',
    summary:
      'Tell what happened to a thing: checked, calibrated, worn or broken or mended, moved; retract what was wrong',
    roles: EVERYONE,
    params: idParams,
    body: z.object({ id, at: moment, told: kitTold }),
    answer: kitView,
  }),
};
