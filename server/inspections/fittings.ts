import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { type FittingsLook, looseRows } from '../../core/fittings/standing.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { arraysOfSite, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { type Look, looksSince } from './storage.ts';

/** What looks found of the fittings of an array, by the calendar of its site. */
export const fittingsLooks = (
  looks: readonly Pick<Look, 'inspectedAt' | 'fittings'>[],
  { zone }: { zone: string },
): FittingsLook[] => looks.map(({ inspectedAt, fittings }) => ({ date: dateIn(inspectedAt, zone), fittings }));

/** The same of every look since the first of its fittings was put up. */
export async function fittingsLooksOf(
  connection: Connection,
  { id, sheet }: Pick<SolarArray, 'id' | 'sheet'>,
  site: { zone: string },
): Promise<FittingsLook[]> {
  const [first] = sheet.fitted.map(({ since }) => since).sort();
  return first === undefined ? [] : fittingsLooks(await looksSince(connection, id, first), site);
}

/** Whether something that was fitted at a site was last found loose: it may fall. */
export async function hasLoose(connection: Connection, siteId: string): Promise<boolean> {
  const fitted = (await arraysOfSite(connection, siteId)).filter(({ sheet }) => sheet.fitted.length > 0);
  if (fitted.length === 0) return false;
  const site = await readSite(connection, siteId);
  for (const array of fitted) {
    const looks = await fittingsLooksOf(connection, array, site);
    if (array.sheet.fitted.some((one) => looseRows(one, looks).length > 0)) return true;
  }
  return false;
}
