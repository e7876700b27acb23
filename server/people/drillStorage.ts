import { z } from 'zod';
import { id as uuid } from '../../contract/common.ts';
import { type DrillRound, drillRound } from '../../contract/people/endpoints.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { decodeCursor } from '../storage/paging.ts';
import { mustFind } from '../storage/writing.ts';

const COLUMNS = ['id', 'at', 'guess', 'truth'];

type NewRound = Omit<DrillRound, 'at'> & { at: Date; personId: string; scene: unknown };

export const insertRound = (trx: Transaction, { scene, ...row }: NewRound): Promise<unknown> =>
  trx('drill_rounds').insert({ ...row, scene: json(scene) });

/** The round, or a 404. */
export const readRound = async (connection: Connection, id: string): Promise<DrillRound> =>
  drillRound.parse(await mustFind(connection, 'drill_rounds', id, 'round'));

const roundCursor = z.tuple([z.iso.datetime({ offset: true }), uuid]);

/** One more than a page of a person's rounds, last first. */
export async function listRoundRows(
  connection: Connection,
  personId: string,
  query: { cursor?: string | undefined; limit: number },
): Promise<DrillRound[]> {
  const after = decodeCursor(query.cursor, roundCursor);
  const rows = connection('drill_rounds')
    .where({ personId })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(query.limit + 1)
    .select(COLUMNS);
  if (after) rows.whereRaw('(at, id) < (?::timestamptz, ?::uuid)', after);
  return (await rows).map((row) => drillRound.parse(row));
}
