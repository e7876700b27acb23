import type { BodyOf } from '../../contract/endpoint.ts';
import { type waterEndpoints, waterReading } from '../../contract/water/endpoints.ts';
import type { Context } from '../context.ts';
import { readSite } from '../sites/storage.ts';
import { inTransaction } from '../storage/transactions.ts';
import { childOf, createOnce, mustFind } from '../storage/writing.ts';
import { insertWaterReading } from './storage.ts';

type Endpoints = typeof waterEndpoints;

export function addWaterReading(context: Context, siteId: string, body: BodyOf<Endpoints['addWaterReading']>) {
  return inTransaction(context, async (trx) => {
    await readSite(trx, siteId);
    await createOnce(trx, context, 'water reading', body, () =>
      insertWaterReading(trx, { ...body, siteId, by: context.person.id }),
    );
    return waterReading.parse(childOf({ siteId }, await mustFind(trx, 'water_readings', body.id, 'water reading')));
  });
}
