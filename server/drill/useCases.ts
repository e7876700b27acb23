import type { drillEndpoints } from '../../contract/drill/endpoints.ts';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { Context } from '../context.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { insertRound, listRoundRows, readRound } from './storage.ts';

type Endpoints = typeof drillEndpoints;

/** Keeps a round with whoever guessed it. */
export function recordRound(context: Context, body: BodyOf<Endpoints['recordDrillRound']>) {
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'drill round', body, () =>
      insertRound(trx, { ...body, personId: context.person.id, at: context.clock() }),
    );
    return readRound(trx, body.id);
  });
}

/** One's own rounds, last first. */
export async function listRounds(context: Context, query: QueryOf<Endpoints['listDrillRounds']>) {
  const rows = await listRoundRows(context.database, context.person.id, query);
  return page(rows, query.limit, (row) => [row.at, row.id]);
}
