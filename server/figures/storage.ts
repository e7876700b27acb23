import { z } from 'zod';
import type { UsedFigure } from '../../core/figures/ours.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

const used = z.array(
  z.object({ key: z.string(), ours: z.number(), low: z.number(), high: z.number(), spread: z.number().nullable() }),
);

/** A choice of figures as it was made. */
export interface Choice {
  version: number;
  at: string | null;
  by: string | null;
  figures: UsedFigure[];
}

const NONE: Choice = { version: 0, at: null, by: null, figures: [] };

/** The newest choice; none at version 0. */
export async function newestChoice(connection: Connection): Promise<Choice> {
  const row = await withPerson(connection('figure_choices'), 'figure_choices.by')
    .orderBy('version', 'desc')
    .first('figure_choices.version', 'figure_choices.at', 'figure_choices.figures', 'people.name as by');
  return row === undefined ? NONE : { ...row, figures: used.parse(row.figures) };
}

/** Keeps a choice under the next version. One that was made meanwhile holds its number, and this one is refused. */
export const insertChoice = (
  trx: Transaction,
  { figures, ...row }: { id: string; version: number; at: Date; by: string; figures: UsedFigure[] },
): Promise<unknown> => trx('figure_choices').insert({ ...row, figures: json(figures) });

/** Holds all choices until the transaction ends, so that one is made after the other. */
export const lockChoices = (trx: Transaction): Promise<unknown> =>
  trx.raw(`select pg_advisory_xact_lock(hashtext('figure_choices'))`);
