import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import { drillRound, type peopleEndpoints } from '../../contract/people/endpoints.ts';
import type { Context } from '../context.ts';
import { json } from '../storage/database.ts';
import { decodeCursor, page } from '../storage/paging.ts';
import { createOnce, mustFind } from '../storage/writing.ts';

type Endpoints = typeof peopleEndpoints;

const COLUMNS = ['id', 'at', 'guess', 'truth'];

/** Keeps a round with whoever guessed it. */
export function recordRound(context: Context, body: BodyOf<Endpoints['recordDrillRound']>) {
  const { scene, ...round } = body;
  return context.database.transaction(async (trx) => {
    await createOnce(trx, context, 'drill round', body, () =>
      trx('drill_rounds').insert({
        ...round,
        personId: context.person.id,
        at: context.clock(),
        scene: json(scene),
      }),
    );
    return drillRound.parse(await mustFind(trx, 'drill_rounds', body.id, 'round'));
  });
}

const roundCursor = z.tuple([z.iso.datetime({ offset: true }), uuid]);

/** One's own rounds, last first. */
export async function listRounds(context: Context, query: QueryOf<Endpoints['listDrillRounds']>) {
  const after = decodeCursor(query.cursor, roundCursor);
  const rows = context
    .database('drill_rounds')
    .where({ personId: context.person.id })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(query.limit + 1)
    .select(COLUMNS);
  if (after) rows.whereRaw('(at, id) < (?::timestamptz, ?::uuid)', after);
  return page(
    (await rows).map((row) => drillRound.parse(row)),
    query.limit,
    (row) => [row.at, row.id],
  );
}
