import { type SiteSpread, site } from '../../contract/sites/endpoints.ts';
import type { Context } from '../context.ts';
import { isAtOtherPrices } from '../methods/prices.ts';
import { arraysOfSite, findCustomer, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { waterReadingsOfSite } from '../water/storage.ts';
import { standings } from './standings.ts';

/** A site as its page opens: with its customer, arrays and water readings, and where it stands. */
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
  const { spine, latest, planOpen } = stands;
  const planAtOtherPrices = planOpen && latest.planId !== null && (await isAtOtherPrices(connection, latest.planId));
  return { site: site.parse(row), customer, arrays, waterReadings, spine, latest, planAtOtherPrices };
}
