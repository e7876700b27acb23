import type { AnswerOf, BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { SiteSpread, sitesEndpoints } from '../../contract/sites/endpoints.ts';
import type { Context } from '../context.ts';
import { insertCustomers, insertSites, listSiteRows, SITES, siteColumns } from '../sites/storage.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, updateVersioned } from '../storage/writing.ts';
import { recordOfSite } from './record.ts';
import { readSpread } from './spread.ts';
import { standings } from './standings.ts';

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

export function changeSite(context: Context, id: string, body: BodyOf<Endpoints['changeSite']>): Promise<SiteSpread> {
  const { version, ...fields } = body;
  return inTransaction(context, async (trx) => {
    await updateVersioned(trx, context, { ...SITES, id, version }, siteColumns(fields));
    return readSpread(context, trx, id);
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
