/** The ladder of escalation, from the least to the most. */
export const RUNGS = ['water', 'soak', 'soap', 'alcohol', 'blade'] as const;
export type Rung = (typeof RUNGS)[number];
