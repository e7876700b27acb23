import { type DrillRound, drillRound } from '../../contract/drill/endpoints.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';
import { mustFind } from '../storage/writing.ts';

const COLUMNS = ['id', 'at', 'guess', 'truth'];

type NewRound = Omit<DrillRound, 'at'> & { at: Date; personId: string; scene: unknown };

export const insertRound = (trx: Transaction, { scene, ...row }: NewRound): Promise<unknown> =>
  trx('drill_rounds').insert({ ...row, scene: json(scene) });

/** The round, or a 404. */
export const readRound = async (connection: Connection, id: string): Promise<DrillRound> =>
  drillRound.parse(await mustFind(connection, 'drill_rounds', id, 'round'));

/** One more than a page of a person's rounds, last first. */
export async function listRoundRows(connection: Connection, personId: string, query: PageQuery): Promise<DrillRound[]> {
  const own = connection('drill_rounds').where({ personId }).select(COLUMNS);
  const rows = await newestFirst(own, 'at', 'id', query);
  return rows.map((row) => drillRound.parse(row));
}

/** How far some people's guesses lie off in the drill, on the mean, as a fraction of the truth; rounds without dirt say nothing. */
export async function drillBiases(
  connection: Connection,
  people: readonly string[],
): Promise<Map<string, { bias: number; rounds: number }>> {
  const rows: { personId: string; bias: number; rounds: number }[] = await connection('drill_rounds')
    .whereIn('personId', [...people])
    .where('truth', '>', 0)
    .groupBy('personId')
    .select('personId', connection.raw('avg(guess / truth - 1)::float8 as bias, count(*)::int as rounds'));
  return new Map(rows.map(({ personId, bias, rounds }) => [personId, { bias, rounds }]));
}
