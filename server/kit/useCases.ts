import type { BodyOf } from '../../contract/endpoint.ts';
import type { KitView, kitEndpoints } from '../../contract/kit/endpoints.ts';
import { type KitStanding, standingOfThing } from '../../core/kit/standing.ts';
import { KIT } from '../../core/kit/things.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { addedDays } from '../../core/time/dates.ts';
import { readCompanyRow } from '../company/storage.ts';
import type { Context } from '../context.ts';
import { invalid } from '../errors.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, updateVersioned } from '../storage/writing.ts';
import * as storage from './storage.ts';

type Endpoints = typeof kitEndpoints;

/**
 * The register as it stands on a day, with how many days of the year before it each thing was used.
 * @param worn whether that, and what has worn by it, is asked at all
 */
export async function registerOn(
  connection: Connection,
  day: string,
  worn = true,
): Promise<{ things: (KitStanding & { version: number; days: number })[]; entries: storage.NamedEntry[] }> {
  const things = await storage.listThings(connection);
  if (things.length === 0) return { things: [], entries: [] };
  const entries = await storage.kitEntries(connection);
  const uses = worn ? await storage.kitUses(connection) : [];
  const yearAgo = addedDays(day, -365);
  return {
    things: things.map((thing) => {
      const worked = uses.filter(({ thingId, on }) => thingId === thing.id && on <= day);
      return {
        ...standingOfThing(
          thing,
          entries.filter((entry) => entry.thing === thing.id),
          worked,
          day,
        ),
        version: thing.version,
        days: worked.filter(({ on }) => on > yearAgo).length,
      };
    }),
    entries,
  };
}

/** Today where the company is. */
export async function today(context: Pick<Context, 'clock'>, connection: Connection): Promise<string> {
  const company = await readCompanyRow(connection);
  return dateIn(context.clock(), company?.zone ?? 'UTC');
}

/** The register as it stands today. */
export const registerNow = async (context: Pick<Context, 'clock'>, connection: Connection) =>
  registerOn(connection, await today(context, connection));

export function readKit(context: Context, connection: Connection = context.database): Promise<KitView> {
  return registerNow(context, connection);
}

export function addThing(context: Context, body: BodyOf<Endpoints['addThing']>): Promise<KitView> {
  mustFit(body);
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'kit thing', body, () =>
      storage.insertThing(trx, { ...body, madeAt: context.clock(), by: context.person.id }),
    );
    return readKit(context, trx);
  });
}

export function changeThing(context: Context, id: string, body: BodyOf<Endpoints['changeThing']>): Promise<KitView> {
  const { version, ...fields } = body;
  mustFit(fields);
  return inTransaction(context, async (trx) => {
    if ((await storage.kindOfThing(trx, id)) !== fields.kind)
      throw invalid('kind', 'cannot be changed: enter it as another thing, and retire this one');
    await updateVersioned(trx, context, { table: 'kit_things', record: 'kit thing', id, version }, fields);
    return readKit(context, trx);
  });
}

/** Tells what happened to a thing. It stays on record; what was wrong is retracted. */
export function addKitEntry(context: Context, thing: string, body: BodyOf<Endpoints['addKitEntry']>): Promise<KitView> {
  const { id, at, told } = body;
  return inTransaction(context, async (trx) => {
    await storage.kindOfThing(trx, thing);
    if (told.kind === 'retracted' && !(await storage.hasKitEntry(trx, thing, told.entry)))
      throw invalid('told.entry', 'is nothing that was told of this thing');
    if ('on' in told && told.on > (await today(context, trx)))
      throw invalid('told.on', 'lies in the future: enter the day on which it was done');
    await createOnce(trx, context, 'kit entry', { ...body, thing }, () =>
      storage.insertKitEntry(trx, { id, thing, at: notLater(at, context.clock()), told, by: context.person.id }),
    );
    return readKit(context, trx);
  });
}

/** A phone's clock that is ahead tells of nothing that has not happened yet. */
const notLater = (at: string, now: Date): string => (Date.parse(at) > now.getTime() ? now.toISOString() : at);

/** How exact an instrument can be stated to be: a share under 1, kelvin under 10. */
function mustFit({ kind, uncertainty }: Pick<BodyOf<Endpoints['addThing']>, 'kind' | 'uncertainty'>): void {
  if (KIT[kind].uncertainty === 'fraction' && uncertainty !== null && uncertainty >= 0.5)
    throw invalid('uncertainty', 'is a share of what is read: type 1 for 1 %');
}
