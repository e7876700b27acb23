import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import { moduleCount, type Site, type SolarArray, wiringOf } from '../../contract/sites/endpoints.ts';
import type { Outlook, Reckoning, soilingEndpoints } from '../../contract/soiling/endpoints.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import type { ReckonInput } from '../../core/soiling/reckoning.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { lastInspection } from '../inspections/storage.ts';
import { lastWashOf } from '../jobs/storage.ts';
import type { Connection } from '../storage/database.ts';
import { pageOfEntered } from '../storage/paging.ts';
import { createOnce, mustFind, updateVersioned } from '../storage/writing.ts';
import { weatherBetween } from '../weather/storage.ts';
import { climateOfSite, dailyEnergyOf } from '../weather/useCases.ts';
import { addDays, dateIn, dayOfYearIn, yearsBetween } from './calendar.ts';
import {
  beginOutlook,
  findOutlook,
  insertReckoning,
  listReckoningRows,
  outlookColumns,
  readReckoning,
} from './storage.ts';

type Endpoints = typeof soilingEndpoints;

/** Weather years drawn for an estimate, and the seed that makes them the same again. */
const WEATHER_YEARS = 40;
const WEATHER_SEED = 20260;

/** Days before an inspection from which on it is no longer asked what the weather since the wash lets expect. */
const MOST_DAYS_SINCE = 1000;

/** The last wash before an inspection, by whoever looked or by the last job, and the rain on record since. */
async function sinceWashOf(
  connection: Connection,
  array: SolarArray,
  site: Site,
  inspection: Inspection,
): Promise<ReckonInput['sinceWash']> {
  const until = dateIn(inspection.inspectedAt, site.zone);
  const since = inspection.lastWashed ?? (await lastWashOf(connection, array, until));
  if (since === null || since >= until) return null;
  const count = Math.round((Date.parse(until) - Date.parse(since)) / 86_400_000);
  if (count > MOST_DAYS_SINCE) return null;
  const known = new Map(
    (await weatherBetween(connection, site.id, since, until)).map(({ date, rain }) => [date, rain]),
  );
  return {
    since,
    washDay: dayOfYearIn(`${since}T12:00:00`, site.zone),
    rain: Array.from({ length: count }, (_, day) => known.get(addDays(since, day + 1)) ?? null),
  };
}

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
      climate: await climateOfSite(database, site),
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
      wiring: wiringOf(array),
    },
    inspection: {
      soils: inspection.soils,
      wipeTest: inspection.wipeTest,
      reading: inspection.reading,
      marks: inspection.marks,
      testPatch: inspection.testPatch,
    },
    overrides: {
      lossNow: overrides.lossNow?.value,
      dailyRate: overrides.dailyRate?.value,
      rainThreshold: overrides.rainThreshold?.value,
    },
    energy: await dailyEnergyOf(database, array, site),
    sinceWash: await sinceWashOf(database, array, site, inspection),
    startDay: dayOfYearIn(inspection.inspectedAt, site.zone),
    years: WEATHER_YEARS,
    seed: WEATHER_SEED,
  };
  const result = await context.workers.run('reckon', input);
  return database.transaction(async (trx) => {
    await createOnce(trx, context, 'reckoning', { ...body, arrayId }, () =>
      insertReckoning(trx, {
        id: body.id,
        arrayId,
        inspectionId: inspection.id,
        at: now,
        by: context.person.id,
        calculationVersion: CALCULATION_VERSION,
        overrides,
        input: result.input,
        output: result.output,
      }),
    );
    return readReckoning(trx, body.id);
  });
}

export async function listReckonings(context: Context, arrayId: string, query: QueryOf<Endpoints['listReckonings']>) {
  await mustFind(context.database, 'arrays', arrayId, 'array');
  const rows = await listReckoningRows(context.database, arrayId, query);
  return pageOfEntered(rows, query.limit);
}

/** What was set by hand for the years ahead of an array; nothing, at version 0, where nobody has. */
export async function readOutlook(connection: Connection, arrayId: string): Promise<Outlook> {
  await mustFind(connection, 'arrays', arrayId, 'array');
  return (await findOutlook(connection, arrayId)) ?? { settings: {}, version: 0, by: null, at: null };
}

export function setOutlook(context: Context, arrayId: string, body: BodyOf<Endpoints['setOutlook']>): Promise<Outlook> {
  const { settings, version } = body;
  return context.database.transaction(async (trx) => {
    await mustFind(trx, 'arrays', arrayId, 'array');
    await beginOutlook(trx, arrayId);
    const changes = outlookColumns({ settings, by: context.person.id, at: context.clock() });
    await updateVersioned(trx, context, { table: 'outlooks', record: 'outlook', id: arrayId, version }, changes);
    return readOutlook(trx, arrayId);
  });
}
