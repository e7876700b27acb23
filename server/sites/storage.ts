import type { Knex } from 'knex';
import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import { array, type Customer, type Site, type SolarArray, site } from '../../contract/sites/endpoints.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { decodeCursor, type PageQuery } from '../storage/paging.ts';
import { mustHave } from '../storage/writing.ts';

/** What of them is changed by its version. */
export const SITES = { table: 'sites', record: 'site' } as const;

export const siteColumns = <T extends Pick<Site, 'assumed'>>(site: T) => ({ ...site, assumed: json(site.assumed) });

export const arrayColumns = <T extends Pick<SolarArray, 'missing' | 'strings' | 'drawing' | 'assumed'>>(array: T) => ({
  ...array,
  assumed: json(array.assumed),
  missing: json(array.missing),
  strings: json(array.strings),
  drawing: json(array.drawing),
});

type NewSite = Omit<Site, 'version'>;

export const insertCustomers = (trx: Transaction, rows: readonly Omit<Customer, 'version'>[]): Promise<unknown> =>
  trx('customers').insert(rows);

export const insertSites = (trx: Transaction, rows: readonly NewSite[]): Promise<unknown> =>
  trx('sites').insert(rows.map(siteColumns));

export const insertArrays = (trx: Transaction, rows: readonly Omit<SolarArray, 'version'>[]): Promise<unknown> =>
  trx('arrays').insert(rows.map(arrayColumns));

/** Which of some arrays are not of the site that they are said to be of. */
export async function astray(trx: Transaction, rows: readonly { id: string; siteId: string }[]): Promise<string[]> {
  const siteOf = new Map(rows.map(({ id, siteId }) => [id, siteId]));
  const found: { id: string; siteId: string }[] = await trx('arrays')
    .whereIn('id', [...siteOf.keys()])
    .select('id', 'siteId');
  return found.filter(({ id, siteId }) => siteOf.get(id) !== siteId).map(({ id }) => id);
}

/** The site, or a 404. */
export const readSite = async (connection: Connection, id: string): Promise<Site> =>
  site.parse(mustHave(await connection('sites').where({ id }).first(), 'site'));

/** The site with whoever to call about it, or a 404. */
export async function siteAndCustomer(
  connection: Connection,
  id: string,
): Promise<{ site: Site; customer: Pick<Customer, 'name' | 'phone'> }> {
  const row = await connection('sites')
    .join('customers', 'customers.id', 'sites.customer_id')
    .where('sites.id', id)
    .first('sites.*', 'customers.name as customerName', 'customers.phone as customerPhone');
  const { customerName, customerPhone, ...own } = mustHave(row, 'site');
  return { site: site.parse(own), customer: { name: customerName, phone: customerPhone } };
}

/** Sites by their ids, in no order. */
export async function sitesOf(connection: Connection, ids: readonly string[]): Promise<Site[]> {
  const rows: unknown[] = await connection('sites').whereIn('id', ids);
  return rows.map((row) => site.parse(row));
}

/** The array, or a 404. */
export const readArray = async (connection: Connection, id: string): Promise<SolarArray> =>
  array.parse(mustHave(await connection('arrays').where({ id }).first(), 'array'));

/** The same, held against other changes until the transaction ends. */
export async function lockArray(trx: Transaction, id: string): Promise<SolarArray> {
  await hold(trx, 'arrays', [id]);
  return readArray(trx, id);
}

const parsedArrays = (rows: unknown[]): SolarArray[] => rows.map((row) => array.parse(row));

export const arraysOfSite = async (connection: Connection, siteId: string): Promise<SolarArray[]> =>
  parsedArrays(await connection('arrays').where({ siteId }).orderBy(['name', 'id']));

/** Arrays of a site, for whoever asks more of them. */
export const arraysAt = (connection: Connection, siteId: string) => connection('arrays').where({ siteId });

/** The zones of some sites. */
export async function zonesOf(connection: Connection, siteIds: readonly string[]): Promise<Map<string, string>> {
  const rows: { id: string; zone: string }[] = await connection('sites').whereIn('id', siteIds).select('id', 'zone');
  return new Map(rows.map(({ id, zone }) => [id, zone]));
}

export const arraysOfSites = async (connection: Connection, siteIds: readonly string[]): Promise<SolarArray[]> =>
  parsedArrays(await connection('arrays').whereIn('siteId', siteIds).orderBy(['name', 'id']));

/** How many modules of which power the arrays of some sites have, without their drawings. */
export const gridsOfSites = (
  connection: Connection,
  siteIds: readonly string[],
): Promise<Pick<SolarArray, 'id' | 'siteId' | 'rows' | 'columns' | 'missing' | 'moduleWatts'>[]> =>
  connection('arrays').whereIn('siteId', siteIds).select('id', 'siteId', 'rows', 'columns', 'missing', 'moduleWatts');

/** Arrays by their ids, in no order. */
export const arraysOf = async (connection: Connection, ids: readonly string[]): Promise<SolarArray[]> =>
  parsedArrays(await connection('arrays').whereIn('id', ids));

/** Rows of another room with their site's columns at hand, and the same for the array they belong to. */
export const withSite = <Q extends Knex.QueryBuilder>(rows: Q, column: string): Q =>
  rows.join('sites', 'sites.id', column) as Q;
export const withArray = <Q extends Knex.QueryBuilder>(rows: Q, column: string): Q =>
  rows.join('arrays', 'arrays.id', column) as Q;

export const findCustomer = (connection: Connection, id: string): Promise<Customer> =>
  connection('customers').where({ id }).first();

/** A site as it stands in a list. */
export interface SiteRow extends Pick<Site, 'id' | 'name' | 'place'> {
  customer: string;
  sortKey: string;
}

const siteCursor = z.tuple([z.string(), uuid]);

/** The words of a search, the one that fewest sites will have first: numbers, then the longest. */
const wordsOf = (search: string): string[] =>
  search
    .split(/\s+/)
    .filter(Boolean)
    .sort((a, b) => Number(/\d/.test(b)) - Number(/\d/.test(a)) || b.length - a.length);

const containing = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** One more than a page of sites, by name; of a search those that hold every word of it, in whatever order. */
export function listSiteRows(
  connection: Connection,
  query: PageQuery & { search?: string | undefined },
): Promise<SiteRow[]> {
  const after = decodeCursor(query.cursor, siteCursor);
  const own = connection('sites')
    // The key is the database's own: what another program makes small letters of need not sort the same.
    .select('id', 'name', 'place', 'customer_id', connection.raw('lower(name) as sort_key'))
    .orderByRaw('lower(name), id')
    .limit(query.limit + 1);
  if (after) own.whereRaw('(lower(name), id) > (?, ?::uuid)', [after[0], after[1]]);
  const [rarest, ...others] = wordsOf(query.search ?? '');
  if (rarest) own.whereRaw('words like lower(?)', [containing(rarest)]);
  // Each further word costs the index more than it spares: it is looked for among what the rarest one finds.
  for (const word of others) own.whereRaw("(words || '') like lower(?)", [containing(word)]);
  // Whose they are is asked of the page alone.
  return connection
    .from(own.as('page'))
    .join('customers', 'customers.id', 'page.customer_id')
    .orderBy(['page.sort_key', 'page.id'])
    .select(
      'page.id',
      'page.name',
      'page.place',
      'page.sort_key as sortKey',
      'customers.name as customer',
    ) as unknown as Promise<SiteRow[]>;
}

/** Where the company's first site lies, by name; nothing where it has none. */
export const firstPlace = (
  connection: Connection,
): Promise<Pick<Site, 'name' | 'latitude' | 'longitude'> | undefined> =>
  connection('sites').orderByRaw('lower(name), id').first('name', 'latitude', 'longitude');

/** Sites with arrays of which none was looked at since an instant, the longest ago first. */
export const sitesNotSeenSince = (
  connection: Connection,
  instant: Date,
  limit: number,
): Promise<{ siteId: string; site: string; lastLook: string | null }[]> =>
  connection('sites')
    .where((rows) => rows.whereNull('last_look').orWhere('last_look', '<', instant))
    .whereExists(connection('arrays').whereRaw('arrays.site_id = sites.id'))
    .orderByRaw('last_look nulls first, id')
    .limit(limit)
    .select('sites.id as siteId', 'sites.name as site', 'lastLook');

/** Arrays under a name, that a wash is expected to pay for on a day, for whoever asks more of them. */
export const arraysThatPay = (connection: Connection, name: string, day: string) =>
  connection(`arrays as ${name}`).where(`${name}.look_on`, '<=', day);

/** Names of the other sites of the same customer that have modules, by name. */
export const otherSitesOf = async (connection: Connection, siteId: string, limit: number): Promise<string[]> => {
  const rows = await connection('sites as other')
    .join('sites as own', 'own.customer_id', 'other.customer_id')
    .where('own.id', siteId)
    .whereNot('other.id', siteId)
    .whereExists(connection('arrays').whereRaw('arrays.site_id = other.id'))
    .orderBy(['other.name', 'other.id'])
    .limit(limit)
    .select('other.name');
  return rows.map(({ name }) => name);
};
