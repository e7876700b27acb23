import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { type FittingsLook, looseRows } from '../../core/fittings/standing.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { arraysOf, arraysOfSite, readSite, sitesOf } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { type Look, looksSince, looksThatFoundLoose } from './storage.ts';

/** What looks found of the fittings of an array, by the calendar of its site. */
export const fittingsLooks = (
  looks: readonly Pick<Look, 'inspectedAt' | 'fittings'>[],
  { zone }: { zone: string },
): FittingsLook[] => looks.map(({ inspectedAt, fittings }) => ({ date: dateIn(inspectedAt, zone), fittings }));

/** The same of every look since the first of its fittings was put up. */
export async function fittingsLooksOf(
  connection: Connection,
  { id, drawing }: Pick<SolarArray, 'id' | 'drawing'>,
  site: { zone: string },
): Promise<FittingsLook[]> {
  const [first] = drawing.fitted.map(({ since }) => since).sort();
  return first === undefined ? [] : fittingsLooks(await looksSince(connection, id, first), site);
}

/** Whether something that was fitted on an array was last found loose: it may fall. */
async function isLoose(connection: Connection, array: SolarArray, site: { zone: string }): Promise<boolean> {
  const looks = await fittingsLooksOf(connection, array, site);
  return array.drawing.fitted.some((one) => looseRows(one, looks).length > 0);
}

/** The same of any array of a site. */
export async function hasLoose(connection: Connection, siteId: string): Promise<boolean> {
  const fitted = (await arraysOfSite(connection, siteId)).filter(({ drawing }) => drawing.fitted.length > 0);
  if (fitted.length === 0) return false;
  const site = await readSite(connection, siteId);
  for (const array of fitted) if (await isLoose(connection, array, site)) return true;
  return false;
}

/** Looks that are gone through for what is loose still, beside as many as are listed: most are put right soon. */
const LOOKS_EACH = 3;

/** Arrays on which something that was fitted is loose, by the look that found it, the last first. */
export async function looseArrays(
  connection: Connection,
  limit: number,
): Promise<{ siteId: string; site: string; array: string; foundAt: string }[]> {
  const found = await looksThatFoundLoose(connection, limit * LOOKS_EACH);
  const newest = new Map([...found].reverse().map(({ arrayId, inspectedAt }) => [arrayId, inspectedAt]));
  const arrays = await arraysOf(connection, [...newest.keys()]);
  const sites = await sitesOf(connection, [...new Set(arrays.map(({ siteId }) => siteId))]);
  const loose = [];
  for (const array of arrays) {
    const site = sites.find(({ id }) => id === array.siteId);
    if (site && (await isLoose(connection, array, site)))
      loose.push({ siteId: site.id, site: site.name, array: array.name, foundAt: newest.get(array.id) ?? '' });
  }
  return loose.sort((one, other) => other.foundAt.localeCompare(one.foundAt)).slice(0, limit);
}
