import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import { moduleCount, type Site, type SolarArray } from '../../contract/sites/endpoints.ts';
import { type Reckoning, reckoning, type soilingEndpoints } from '../../contract/soiling/endpoints.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import type { ReckonInput } from '../../core/soiling/reckoning.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { lastInspection } from '../inspections/storage.ts';
import { type Connection, json } from '../storage/database.ts';
import { decodeCursor, page } from '../storage/paging.ts';
import { createOnce, mustFind } from '../storage/writing.ts';
import { dayOfYearIn, yearsBetween } from './calendar.ts';

type Endpoints = typeof soilingEndpoints;

/** Weather years drawn for an estimate, and the seed that makes them the same again. */
const WEATHER_YEARS = 40;
const WEATHER_SEED = 20260;

const toReckoning = (row: Record<string, unknown>): Reckoning => reckoning.parse(row);

/** Works out the loss of an array from its last inspection. The result is stored with its inputs; the old one stays. */
export async function reckonArray(
  context: Context,
  arrayId: string,
  body: BodyOf<Endpoints['reckon']>,
): Promise<Reckoning> {
  const { database } = context;
  const array = await mustFind<SolarArray>(database, 'arrays', arrayId, 'array');
  const site = await mustFind<Site>(database, 'sites', array.siteId, 'site');
  const inspection = await lastInspection(database, arrayId);
  if (inspection === undefined) throw outOfOrder('Nobody has looked at this array yet. Record an inspection first.');
  const now = context.clock();
  const { overrides } = body;
  const input: ReckonInput = {
    site: {
      latitude: site.latitude,
      longitude: site.longitude,
      altitude: site.altitude,
      climate: site.climate,
      surroundings: site.surroundings,
      energyBought: site.energyBought,
      energySold: site.energySold,
      ownUse: site.ownUse,
    },
    array: {
      modules: moduleCount(array),
      moduleWatts: array.moduleWatts,
      gammaPdc: array.gammaPdc,
      tilt: array.tilt,
      azimuth: array.azimuth,
      inverterLimit: array.inverterLimit,
      exportLimit: array.exportLimit,
      rearFraction: array.rearFraction,
      birds: array.birds,
      ageYears: array.installedOn ? yearsBetween(array.installedOn, inspection.inspectedAt) : 0,
    },
    inspection: { soils: inspection.soils, wipeTest: inspection.wipeTest, reading: inspection.reading },
    overrides: {
      lossNow: overrides.lossNow?.value,
      dailyRate: overrides.dailyRate?.value,
      rainThreshold: overrides.rainThreshold?.value,
    },
    startDay: dayOfYearIn(inspection.inspectedAt, site.zone),
    years: WEATHER_YEARS,
    seed: WEATHER_SEED,
  };
  const result = await context.workers.run('reckon', input);
  return database.transaction(async (trx) => {
    await createOnce(trx, context, 'reckoning', { ...body, arrayId }, () =>
      trx('reckonings').insert({
        id: body.id,
        arrayId,
        inspectionId: inspection.id,
        at: now,
        by: context.person.id,
        calculationVersion: CALCULATION_VERSION,
        overrides: json(overrides),
        input: json(result.input),
        output: json(result.output),
      }),
    );
    return toReckoning(await named(trx).where({ 'reckonings.id': body.id }).first());
  });
}

const named = (connection: Connection) =>
  connection('reckonings').join('people', 'people.id', 'reckonings.by').select('reckonings.*', 'people.name as by');

const reckoningCursor = z.tuple([z.iso.datetime({ offset: true }), uuid]);

export async function listReckonings(context: Context, arrayId: string, query: QueryOf<Endpoints['listReckonings']>) {
  await mustFind(context.database, 'arrays', arrayId, 'array');
  const after = decodeCursor(query.cursor, reckoningCursor);
  const rows = named(context.database)
    .where({ arrayId })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'reckonings.id', order: 'desc' },
    ])
    .limit(query.limit + 1);
  if (after) rows.whereRaw('(at, reckonings.id) < (?::timestamptz, ?::uuid)', after);
  return page((await rows).map(toReckoning), query.limit, (row) => [row.at, row.id]);
}

/** The newest reckoning of each of some arrays. */
export async function lastReckonings(connection: Connection, arrayIds: string[]): Promise<Reckoning[]> {
  const rows = await named(connection)
    .distinctOn('array_id')
    .whereIn('array_id', arrayIds)
    .orderBy([{ column: 'array_id' }, { column: 'at', order: 'desc' }, { column: 'reckonings.id', order: 'desc' }]);
  return rows.map(toReckoning);
}
