import type { BodyOf } from '../../contract/endpoint.ts';
import type { SolarArray, sitesEndpoints } from '../../contract/sites/endpoints.ts';
import type { Context } from '../context.ts';
import { invalid } from '../errors.ts';
import type { Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { childOf, createEachOnce, createOnce, updateVersioned } from '../storage/writing.ts';
import { arrayColumns, astray, insertArrays, insertCustomers, insertSites, readArray, readSite } from './storage.ts';

type Endpoints = typeof sitesEndpoints;

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
