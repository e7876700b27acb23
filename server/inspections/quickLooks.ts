import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { QuickLook, quickLookEndpoints } from '../../contract/inspections/quickLooks.ts';
import { USUAL_MODULE_WATTS } from '../../core/assumptions.ts';
import { valueOfEnergy } from '../../core/quotes/worth.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import type { QuickLookInput } from '../../core/reckoning/quickLook.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { pricesOf, readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { invalid, outOfOrder } from '../errors.ts';
import { figuresNow } from '../figures/now.ts';
import { firstPlace, readSite } from '../sites/storage.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, trail } from '../storage/writing.ts';
import { giveSite, insertQuickLook, listQuickLookRows, readQuickLook } from './quickLookStorage.ts';

type Endpoints = typeof quickLookEndpoints;

/** The seed that makes the draws of a call the same again. */
const WEATHER_SEED = 20261;

/** Works out the range that a caller is told. What was told is kept with its inputs. */
export async function takeQuickLook(context: Context, body: BodyOf<Endpoints['takeQuickLook']>): Promise<QuickLook> {
  const { id, ...fields } = body;
  const company = await readCompany(context);
  const now = context.clock();
  const { latitude, longitude, near } = await placeOfCall(context, fields);
  const input: QuickLookInput = {
    modules: fields.modules,
    moduleWatts: USUAL_MODULE_WATTS,
    surfaceTilt: fields.tilt,
    storeys: fields.storeys,
    access: fields.access,
    monthsSinceCleaned: fields.monthsSinceCleaned,
    seen: fields.seen,
    surroundings: fields.surroundings,
    birds: fields.birds,
    climate: fields.climate,
    latitude,
    longitude,
    ...(near === undefined ? {} : { near }),
    altitude: fields.altitude,
    valuePerKWh: valueOfEnergy(fields),
    travelKm: fields.travelKm,
    travelMinutes: fields.travelMinutes,
    prices: await pricesOf(context.database, company),
    today: dateIn(now, company.zone),
    house: await figuresNow(context.database),
    seed: WEATHER_SEED,
  };
  const output = await context.workers.run('quickLook', input);
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'quick look', body, () =>
      insertQuickLook(trx, {
        id,
        at: now,
        by: context.person.id,
        calculationVersion: CALCULATION_VERSION,
        fields,
        input,
        output,
      }),
    );
    return readQuickLook(trx, id);
  });
}

/** Where a caller's panels are: as typed, or as near as the company's first site. */
async function placeOfCall(
  { database }: Context,
  { latitude, longitude }: Pick<QuickLook['fields'], 'latitude' | 'longitude'>,
): Promise<{ latitude: number; longitude: number; near?: string }> {
  if (latitude !== null && longitude !== null) return { latitude, longitude };
  const first = await firstPlace(database);
  if (first === undefined)
    throw invalid('latitude', 'is not known, and there is no site here yet to stand in for it; type the coordinates');
  return { latitude: first.latitude, longitude: first.longitude, near: first.name };
}

export async function listQuickLooks(context: Context, query: QueryOf<Endpoints['listQuickLooks']>) {
  return page(await listQuickLookRows(context.database, query), query.limit, (row) => [row.at, row.id]);
}

/** A call becomes a site once; saying so again of the same site changes nothing. */
export function settleQuickLook(context: Context, id: string, { siteId }: BodyOf<Endpoints['settleQuickLook']>) {
  return inTransaction(context, async (trx) => {
    await readSite(trx, siteId);
    const before = await readQuickLook(trx, id);
    if (before.siteId === siteId) return before;
    if (!(await giveSite(trx, id, siteId))) throw outOfOrder('Another site has been made of this call already.');
    await trail(trx, context, { record: 'quick look', id, action: 'settle', change: { siteId } });
    return readQuickLook(trx, id);
  });
}
