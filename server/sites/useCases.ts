import type { AnswerOf, BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { SiteSpread, SolarArray, sitesEndpoints } from '../../contract/sites/endpoints.ts';
import type { Context } from '../context.ts';
import { invalid } from '../errors.ts';
import { recordOfSite } from '../spine/record.ts';
import { readSpread } from '../spine/spread.ts';
import { standings } from '../spine/standings.ts';
import type { Transaction } from '../storage/database.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { childOf, createEachOnce, createOnce, updateVersioned } from '../storage/writing.ts';
import {
  arrayColumns,
  astray,
  insertArrays,
  insertCustomers,
  insertSites,
  listSiteRows,
  readArray,
  readSite,
  siteColumns,
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

export function createSite(context: Context, body: BodyOf<Endpoints['createSite']>): Promise<SiteSpread> {
  return inTransaction(context, async (trx) => {
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
  return inTransaction(context, async (trx) => {
    await updateVersioned(trx, context, { table: 'sites', record: 'site', id, version }, siteColumns(fields));
    return readSpread(context, trx, id);
  });
}

export function createArray(
  context: Context,
  siteId: string,
  body: BodyOf<Endpoints['createArray']>,
): Promise<SolarArray> {
  return inTransaction(context, async (trx) => {
    await readSite(trx, siteId);
    await createOnce(trx, context, 'array', body, () => insertArrays(trx, [{ ...body, siteId }]));
    return childOf({ siteId }, await readArray(trx, body.id));
  });
}

export function changeArray(context: Context, id: string, body: BodyOf<Endpoints['changeArray']>): Promise<SolarArray> {
  const { version, ...fields } = body;
  return inTransaction(context, async (trx) => {
    await updateVersioned(trx, context, { table: 'arrays', record: 'array', id, version }, arrayColumns(fields));
    return readArray(trx, id);
  });
}

/** Everything on record about a site: the same stored figures that the screen and the papers show. */
export async function exportSite(context: Context, id: string): Promise<AnswerOf<Endpoints['exportSite']>> {
  const { database } = context;
  const spread = await readSpread(context, database, id);
  const record = await recordOfSite(
    database,
    id,
    spread.arrays.map((array) => array.id),
  );
  return { format: 'wide-pail-record', formatVersion: 1, ...spread, ...record };
}
