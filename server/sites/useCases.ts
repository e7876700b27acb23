import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import {
  type SiteSpread,
  type SolarArray,
  site,
  type sitesEndpoints,
  waterReading,
} from '../../contract/sites/endpoints.ts';
import type { Context } from '../context.ts';
import { invalid } from '../errors.ts';
import { recordOfSite } from '../spine/record.ts';
import { standings } from '../spine/standings.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { page } from '../storage/paging.ts';
import { childOf, createEachOnce, createOnce, mustFind, updateVersioned } from '../storage/writing.ts';
import {
  arrayColumns,
  arraysOfSite,
  astray,
  findCustomer,
  insertArrays,
  insertCustomers,
  insertSites,
  insertWaterReading,
  listSiteRows,
  readArray,
  readSite,
  siteColumns,
  waterReadingsOfSite,
} from './storage.ts';

type Endpoints = typeof sitesEndpoints;

export async function listSites(context: Context, query: QueryOf<Endpoints['listSites']>) {
  const rows = await listSiteRows(context.database, query);
  const { items, next } = page(rows, query.limit, (row) => [row.sortKey, row.id]);
  const standing = await standings(
    context.database,
    items.map(({ id }) => id),
    context.clock(),
  );
  return {
    next,
    items: items.flatMap(({ id, name, place, customer }) => {
      const stands = standing.get(id);
      return stands
        ? [{ id, name, place, customer, modules: stands.modules, power: stands.power, spine: stands.spine }]
        : [];
    }),
  };
}

export async function readSpread(
  context: Pick<Context, 'clock'>,
  connection: Connection,
  id: string,
): Promise<SiteSpread> {
  const row = await readSite(connection, id);
  const customer = await findCustomer(connection, row.customerId);
  const arrays = await arraysOfSite(connection, id);
  const waterReadings = await waterReadingsOfSite(connection, id);
  const standing = await standings(connection, [id], context.clock());
  const stands = standing.get(id);
  if (stands === undefined) throw new Error('a site that was just read has a standing');
  return { site: site.parse(row), customer, arrays, waterReadings, spine: stands.spine, latest: stands.latest };
}

export function createSite(context: Context, body: BodyOf<Endpoints['createSite']>): Promise<SiteSpread> {
  return context.database.transaction(async (trx) => {
    const { customer, ...fields } = body;
    await createOnce(trx, context, 'site', body, async () => {
      await createOnce(trx, context, 'customer', customer, () => insertCustomers(trx, [customer]));
      await insertSites(trx, [{ ...fields, customerId: customer.id }]);
    });
    return readSpread(context, trx, body.id);
  });
}

/** A site with its customer and its arrays. */
export interface ListedSite {
  site: BodyOf<Endpoints['createSite']>;
  arrays: BodyOf<Endpoints['createArray']>[];
}

/** Makes many sites once each, in few statements however many there are; a refusal names its place in the list. */
export async function createSites(
  context: Context,
  trx: Transaction,
  listed: readonly ListedSite[],
  path: string,
): Promise<void> {
  const sites = listed.map(({ site }) => site);
  const arrays = listed.flatMap((one, at) =>
    one.arrays.map((array, index) => ({ array, siteId: one.site.id, path: `${path}.${at}.arrays.${index}.id` })),
  );
  await createEachOnce(
    trx,
    context,
    'customer',
    sites.map(({ customer }) => customer),
    (rows) => insertCustomers(trx, rows),
    (index) => `${path}.${index}.customer.id`,
  );
  await createEachOnce(
    trx,
    context,
    'site',
    sites,
    (rows) =>
      insertSites(
        trx,
        rows.map(({ customer, ...fields }) => ({ ...fields, customerId: customer.id })),
      ),
    (index) => `${path}.${index}.id`,
  );
  const siteOf = new Map(arrays.map(({ array, siteId }) => [array.id, siteId]));
  const pathOf = (index: number) => arrays[index]?.path ?? path;
  await createEachOnce(
    trx,
    context,
    'array',
    arrays.map(({ array }) => array),
    (rows) =>
      insertArrays(
        trx,
        rows.map((array) => ({ ...array, siteId: siteOf.get(array.id) ?? '' })),
      ),
    pathOf,
  );
  const [stray] = await astray(
    trx,
    arrays.map(({ array, siteId }) => ({ id: array.id, siteId })),
  );
  if (stray !== undefined)
    throw invalid(pathOf(arrays.findIndex(({ array }) => array.id === stray)), 'is an array of another site');
}

export function changeSite(context: Context, id: string, body: BodyOf<Endpoints['changeSite']>): Promise<SiteSpread> {
  const { version, ...fields } = body;
  return context.database.transaction(async (trx) => {
    await updateVersioned(trx, context, { table: 'sites', record: 'site', id, version }, siteColumns(fields));
    return readSpread(context, trx, id);
  });
}

export function createArray(
  context: Context,
  siteId: string,
  body: BodyOf<Endpoints['createArray']>,
): Promise<SolarArray> {
  return context.database.transaction(async (trx) => {
    await readSite(trx, siteId);
    await createOnce(trx, context, 'array', body, () => insertArrays(trx, [{ ...body, siteId }]));
    return childOf({ siteId }, await readArray(trx, body.id));
  });
}

export function changeArray(context: Context, id: string, body: BodyOf<Endpoints['changeArray']>): Promise<SolarArray> {
  const { version, ...fields } = body;
  return context.database.transaction(async (trx) => {
    await updateVersioned(trx, context, { table: 'arrays', record: 'array', id, version }, arrayColumns(fields));
    return readArray(trx, id);
  });
}

export function addWaterReading(context: Context, siteId: string, body: BodyOf<Endpoints['addWaterReading']>) {
  return context.database.transaction(async (trx) => {
    await readSite(trx, siteId);
    await createOnce(trx, context, 'water reading', body, () =>
      insertWaterReading(trx, { ...body, siteId, by: context.person.id }),
    );
    return waterReading.parse(childOf({ siteId }, await mustFind(trx, 'water_readings', body.id, 'water reading')));
  });
}

/** Everything on record about a site: the same stored figures that the screen and the papers show. */
export async function exportSite(context: Context, id: string): Promise<Record<string, unknown>> {
  const { database } = context;
  const spread = await readSpread(context, database, id);
  const record = await recordOfSite(
    database,
    id,
    spread.arrays.map((array) => array.id),
  );
  return { format: 'wide-pail-record', formatVersion: 1, ...spread, ...record };
}
