import { z } from 'zod';
import { fraction, id, pageOf, pageQuery } from '../common.ts';
import { EVERYONE, endpoint } from '../endpoint.ts';

/** What was drawn for a guess, so that the round can be looked at again. */
const drillScene = z.object({
  film: fraction,
  patches: z
    .array(z.object({ module: z.number().int().min(0), cell: z.number().int().min(0), transmittance: fraction }))
    .max(2000),
});

export const drillRound = z.object({
  id,
  at: z.string(),
  /** share of the power that was guessed to be lost, and that was lost */
  guess: fraction,
  truth: fraction,
});
export type DrillRound = z.infer<typeof drillRound>;

export const drillEndpoints = {
  recordDrillRound: endpoint({
    method: 'POST',
    path: '/api/session/drill-rounds',
    summary: 'Keep a round of the guess drill with the person who guessed',
    roles: EVERYONE,
    body: z.object({ id, guess: fraction, truth: fraction, scene: drillScene }),
    answer: drillRound,
  }),
  listDrillRounds: endpoint({
    method: 'GET',
    path: '/api/session/drill-rounds',
    summary: 'One’s own rounds of the guess drill, last first',
    roles: EVERYONE,
    query: pageQuery,
    answer: pageOf(drillRound),
  }),
};
