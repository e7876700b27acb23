import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { Outlook, Reckoning, ReckoningOverrides, reckoningEndpoints } from '../../contract/reckoning/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { type CleaningMethod, MODULE_MINUTES } from '../../core/assumptions.ts';
import { priceVisit } from '../../core/quotes/price.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import type { ReckonInput } from '../../core/reckoning/reckoning.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { recordsOfArray } from '../assimilation/gather.ts';
import { readPrices } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { figuresNow } from '../figures/now.ts';
import { lastInspection } from '../inspections/storage.ts';
import { readPlan } from '../plans/storage.ts';
import { lastOffered } from '../quotes/storage.ts';
import { arraysOfSite, readArray, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { pageOfEntered } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, updateVersioned } from '../storage/writing.ts';
import {
  beginOutlook,
  findOutlook,
  insertReckoning,
  listReckoningRows,
  outlookColumns,
  readReckoning,
  reckonedBefore,
} from './storage.ts';

type Endpoints = typeof reckoningEndpoints;

/** Of all draws of an estimate: it makes them the same again. */
const SEED = 20260;
/** The way of a plain visit, where nobody has planned one. */
const PLAIN: readonly CleaningMethod[] = ['fed-pole'];

/**
 * What one visit to an array costs and how it cleans: its part of the last quote and the ways of its plan, else by the price
 * book as if everything were plain.
 */
async function visitOf(
  context: Context,
  array: SolarArray,
  site: Site,
): Promise<Pick<ReckonInput, 'visitPrice' | 'visitWays'>> {
  const { database } = context;
  const modules = moduleCount(array);
  const arrays = await arraysOfSite(database, site.id);
  const all = arrays.reduce((sum, one) => sum + moduleCount(one), 0);
  const part = (gross: number) => Math.round((gross * modules) / Math.max(1, all));
  const offered = await lastOffered(database, site.id);
  if (offered !== null) {
    const { output } = await readPlan(database, offered.planId);
    const planned = output.arrays.find(({ arrayId }) => arrayId === array.id);
    return { visitPrice: part(offered.gross), visitWays: planned?.method.ways ?? PLAIN };
  }
  const prices = await readPrices(context);
  const { gross } = priceVisit(
    {
      modules: all,
      minutesPerModule: MODULE_MINUTES,
      storeys: array.storeys,
      travelKm: site.travelKm,
      travelMinutes: site.travelMinutes,
      waterCost: 0,
      accessEquipment: false,
    },
    prices,
  );
  return { visitPrice: part(gross), visitWays: PLAIN };
}

/** The inputs of a reckoning, gathered from everything on record about an array. */
async function gather(context: Context, array: SolarArray, overrides: ReckoningOverrides): Promise<ReckonInput> {
  const { database } = context;
  const site = await readSite(database, array.siteId);
  const today = dateIn(context.clock(), site.zone);
  const { records, measuredAt } = await recordsOfArray(database, array, site, today);
  const prices = await readPrices(context);
  const { settings } = await readOutlook(database, array.id);
  return {
    ...records,
    // Whoever looks ahead of the clock has looked today.
    today: records.looks.reduce((last, { date }) => (date > last ? date : last), today),
    leftOut: (overrides.leftOut ?? []).map(({ key }) => key),
    overrides: { lossNow: overrides.lossNow?.value, dust: overrides.dust?.value },
    outlook: {
      bondingPerDew: settings.bondingPerDew,
      puddles: settings.puddles,
      lichen: settings.lichen,
      worksUntil: settings.worksUntil,
    },
    expected: measuredAt === null ? null : await expectedBefore(database, array.id, measuredAt, site.zone),
    ...(await visitOf(context, array, site)),
    minutePrice: prices.hourlyRate / 60,
    house: await figuresNow(database),
    seed: SEED,
  };
}

async function expectedBefore(connection: Connection, arrayId: string, moment: string, zone: string) {
  const found = await reckonedBefore(connection, arrayId, moment);
  return found && { date: dateIn(found.at, zone), loss: found.lossNow };
}

/** Works out the loss of an array from everything on record. The result is stored with its inputs; the old one stays. */
export async function reckonArray(
  context: Context,
  arrayId: string,
  body: BodyOf<Endpoints['reckon']>,
): Promise<Reckoning> {
  const settle = await beginReckoning(context, arrayId, body);
  return settle();
}

/** Reads what is on record of an array and has its loss worked out. @returns what waits for that and stores it */
export async function beginReckoning(
  context: Context,
  arrayId: string,
  body: BodyOf<Endpoints['reckon']>,
): Promise<() => Promise<Reckoning>> {
  const { database } = context;
  const array = await readArray(database, arrayId);
  const inspection = await lastInspection(database, arrayId);
  if (inspection === undefined) throw outOfOrder('Nobody has looked at this array yet. Record an inspection first.');
  const now = context.clock();
  const input = await gather(context, array, body.overrides);
  const working = context.workers.run('reckon', input);
  // Of several that are begun, one may fail before it is waited for: it is told to whoever waits.
  working.catch(() => undefined);
  return async () => {
    const output = await working;
    return inTransaction(context, async (trx) => {
      await createOnce(trx, context, 'reckoning', { ...body, arrayId }, () =>
        insertReckoning(trx, {
          id: body.id,
          arrayId,
          inspectionId: inspection.id,
          at: now,
          by: context.person.id,
          calculationVersion: CALCULATION_VERSION,
          overrides: body.overrides,
          input,
          output,
        }),
      );
      return readReckoning(trx, body.id);
    });
  };
}

/** How far out whose eye is, and what all else goes into an estimate, is for the desk. */
const asCrewSees = <R extends Reckoning>(row: R): R => ({
  ...row,
  input: null,
  output: { ...row.output, known: { ...row.output.known, taught: [] } },
});

export async function listReckonings(context: Context, arrayId: string, query: QueryOf<Endpoints['listReckonings']>) {
  await readArray(context.database, arrayId);
  const rows = await listReckoningRows(context.database, arrayId, query);
  return pageOfEntered(context.person.role === 'crew' ? rows.map(asCrewSees) : rows, query.limit);
}

/** What was set by hand for the years ahead of an array; nothing, at version 0, where nobody has. */
export async function readOutlook(connection: Connection, arrayId: string): Promise<Outlook> {
  await readArray(connection, arrayId);
  return (await findOutlook(connection, arrayId)) ?? { settings: {}, version: 0, by: null, at: null };
}

export function setOutlook(context: Context, arrayId: string, body: BodyOf<Endpoints['setOutlook']>): Promise<Outlook> {
  const { settings, version } = body;
  return inTransaction(context, async (trx) => {
    await readArray(trx, arrayId);
    await beginOutlook(trx, arrayId);
    const changes = outlookColumns({ settings, by: context.person.id, at: context.clock() });
    await updateVersioned(trx, context, { table: 'outlooks', record: 'outlook', id: arrayId, version }, changes);
    return readOutlook(trx, arrayId);
  });
}
