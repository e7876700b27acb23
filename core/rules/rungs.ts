import type { CleaningMethod } from '../assumptions.ts';

/** The ladder of escalation, from the least to the most. */
export const RUNGS = ['water', 'soak', 'soap', 'alcohol', 'blade'] as const;
export type Rung = (typeof RUNGS)[number];

/** Rungs that are ways of their own, worked on the modules that want them. */
export const HAND_RUNGS = ['soap', 'alcohol', 'blade'] as const satisfies readonly Rung[];
export type HandRung = (typeof HAND_RUNGS)[number];

/** The way that a rung of the ladder stands for. */
export const RUNG_WAYS: Record<HandRung, CleaningMethod> = { soap: 'soap', alcohol: 'alcohol', blade: 'wet-blade' };

/** The rung that a way is; null for one that is worked on all modules. */
export const rungOf = (way: CleaningMethod): HandRung | null =>
  HAND_RUNGS.find((rung) => RUNG_WAYS[rung] === way) ?? null;

/** A way for all modules of a face, and the rungs that are climbed where they are wanted. */
export interface Wanted {
  base: CleaningMethod;
  rungs: readonly HandRung[];
  /** rungs that could be climbed and would ask more than they bring, by how much in minor units */
  unpaid?: Partial<Record<HandRung, number>> | undefined;
}
