import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import { type Customer, type Site, type SolarArray, waterReading } from '../../contract/sites/endpoints.ts';
import { type Connection, json } from '../storage/database.ts';
import { decodeCursor } from '../storage/paging.ts';

export type WaterReadingRow = z.infer<typeof waterReading>;

export const arrayColumns = <T extends { missing: number[] }>(array: T) => ({ ...array, missing: json(array.missing) });

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
}

const siteCursor = z.tuple([z.string(), uuid]);

/** One more than a page of sites, by name. */
export function listSiteRows(
  connection: Connection,
  query: { cursor?: string | undefined; limit: number; search?: string | undefined },
): Promise<SiteRow[]> {
  const after = decodeCursor(query.cursor, siteCursor);
  const rows = connection('sites')
    .join('customers', 'customers.id', 'sites.customer_id')
    .select('sites.*', 'customers.name as customer')
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
