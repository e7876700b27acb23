import type { QuantityKind } from '../units/quantities.ts';
import type { Limit } from './rules.ts';

/** What each limit is counted in, and between what it may be set. */
export const LIMIT_BOUNDS: Record<Limit, { kind: QuantityKind; least: number; most: number }> = {
  'longest-pole': { kind: 'length', least: 2, most: 30 },
  'at-the-pole': { kind: 'count', least: 1, most: 500 },
  'brush-enough': { kind: 'fraction', least: 0.5, most: 1 },
  'worth-a-stronger': { kind: 'fraction', least: 0, most: 0.5 },
  'finish-output': { kind: 'fraction', least: 0, most: 1 },
  'finish-spotless': { kind: 'fraction', least: 0, most: 1 },
  'soak-minutes': { kind: 'minutes', least: 0, most: 120 },
  'robot-tilt': { kind: 'angle', least: 0, most: 60 },
  'robot-modules': { kind: 'count', least: 0, most: 10_000 },
  'hose-reach': { kind: 'length', least: 0, most: 30 },
  'module-minutes': { kind: 'minutes', least: 0.1, most: 60 },
  'storey-factor': { kind: 'count', least: 1, most: 5 },
  'lift-factor': { kind: 'count', least: 0.5, most: 5 },
  'loose-factor': { kind: 'fraction', least: 0.1, most: 1 },
  'wet-share': { kind: 'fraction', least: 0.05, most: 1 },
};
