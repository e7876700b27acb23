import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import { type Customer, type Site, type SolarArray, waterReading } from '../../contract/sites/endpoints.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { decodeCursor, type PageQuery } from '../storage/paging.ts';

export type WaterReadingRow = z.infer<typeof waterReading>;

export const siteColumns = <T extends Pick<Site, 'assumed'>>(site: T) => ({ ...site, assumed: json(site.assumed) });

export const arrayColumns = <T extends Pick<SolarArray, 'missing' | 'strings' | 'sheet' | 'assumed'>>(array: T) => ({
  ...array,
  assumed: json(array.assumed),
  missing: json(array.missing),
  strings: json(array.strings),
  sheet: json(array.sheet),
});

type NewSite = Omit<Site, 'version'>;

export const insertCustomer = (trx: Transaction, row: Omit<Customer, 'version'>): Promise<unknown> =>
  trx('customers').insert(row);

export const insertSite = (trx: Transaction, row: NewSite): Promise<unknown> => trx('sites').insert(siteColumns(row));

export const insertArray = (
  trx: Transaction,
  siteId: string,
  array: Omit<SolarArray, 'siteId' | 'version'>,
): Promise<unknown> => trx('arrays').insert({ ...arrayColumns(array), siteId });

export const insertWaterReading = (trx: Transaction, row: WaterReadingRow & { by: string }): Promise<unknown> =>
  trx('water_readings').insert(row);

export const arraysOfSite = (connection: Connection, siteId: string): Promise<SolarArray[]> =>
  connection('arrays').where({ siteId }).orderBy(['name', 'id']);

export const findCustomer = (connection: Connection, id: string): Promise<Customer> =>
  connection('customers').where({ id }).first();

export async function waterReadingsOfSite(connection: Connection, siteId: string): Promise<WaterReadingRow[]> {
  const rows = await connection('water_readings').where({ siteId }).orderBy('takenAt', 'desc').limit(20);
  return rows.map((row) => waterReading.parse(row));
}

export interface SiteRow extends Site {
  customer: string;
  sortKey: string;
}

const siteCursor = z.tuple([z.string(), uuid]);

/** One more than a page of sites, by name. */
export function listSiteRows(
  connection: Connection,
  query: PageQuery & { search?: string | undefined },
): Promise<SiteRow[]> {
  const after = decodeCursor(query.cursor, siteCursor);
  const rows = connection('sites')
    .join('customers', 'customers.id', 'sites.customer_id')
    // The key is the database's own: what another program makes small letters of need not sort the same.
    .select('sites.*', 'customers.name as customer', connection.raw('lower(sites.name) as sort_key'))
    .orderByRaw('lower(sites.name), sites.id')
    .limit(query.limit + 1);
  if (after) rows.whereRaw('(lower(sites.name), sites.id) > (?, ?::uuid)', [after[0], after[1]]);
  if (query.search) {
    const like = `%${query.search.replace(/[\\%_]/g, '\\$&')}%`;
    rows.where((builder) =>
      builder.whereILike('sites.name', like).orWhereILike('sites.place', like).orWhereILike('customers.name', like),
    );
  }
  return rows;
}

/** Where the company's first site lies, by name; nothing where it has none. */
export const firstPlace = (
  connection: Connection,
): Promise<Pick<Site, 'name' | 'latitude' | 'longitude'> | undefined> =>
  connection('sites').orderByRaw('lower(name), id').first('name', 'latitude', 'longitude');

/** Sites with an array that nobody has looked at since an instant, longest ago first. */
export const sitesNotSeenSince = (
  connection: Connection,
  instant: Date,
  limit: number,
): Promise<{ siteId: string; site: string; lastLook: string | null }[]> =>
  connection('sites')
    .join('arrays', 'arrays.site_id', 'sites.id')
    .leftJoin('inspections', 'inspections.array_id', 'arrays.id')
    .groupBy('sites.id', 'sites.name')
    .havingRaw('max(inspections.inspected_at) is null or max(inspections.inspected_at) < ?', [instant])
    .orderByRaw('max(inspections.inspected_at) nulls first')
    .limit(limit)
    .select('sites.id as siteId', 'sites.name as site', connection.raw('max(inspections.inspected_at) as last_look'));
