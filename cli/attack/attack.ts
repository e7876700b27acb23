import type { TestCluster } from '../../server/testing/harness.ts';

/** What was tried and what of it held; what did not is told in words. */
export interface Outcome {
  tried: number;
  broken: string[];
}

/** A way of attacking a running copy. Everything it starts it also stops, and it goes nowhere but this machine. */
export interface Attack {
  name: string;
  /** how often, in full and as a small part among the tests */
  full: number;
  small: number;
  run: (times: number, cluster: TestCluster) => Promise<Outcome>;
}

/** Counts what holds. */
export function tally() {
  const outcome: Outcome = { tried: 0, broken: [] };
  return {
    outcome,
    hold: (holds: boolean, otherwise: string) => {
      outcome.tried += 1;
      if (!holds) outcome.broken.push(otherwise);
    },
  };
}
