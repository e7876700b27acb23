import type { z } from 'zod';
import { waterReading } from '../../contract/water/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { newestOf } from '../storage/newest.ts';

export type WaterReadingRow = z.infer<typeof waterReading>;

export const insertWaterReading = (trx: Transaction, row: WaterReadingRow & { by: string }): Promise<unknown> =>
  trx('water_readings').insert(row);

export async function waterReadingsOfSite(connection: Connection, siteId: string): Promise<WaterReadingRow[]> {
  const rows = await connection('water_readings').where({ siteId }).orderBy('takenAt', 'desc').limit(20);
  return rows.map((row) => waterReading.parse(row));
}

/** The newest water reading of each of some sites. */
export const newestWater = (
  connection: Connection,
  siteIds: readonly string[],
): Promise<{ siteId: string; temperature: number }[]> =>
  newestOf(connection, 'water_readings', { by: 'site_id', order: 'taken_at', ids: siteIds }, 'temperature');
