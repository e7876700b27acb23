import type { CleaningMethod } from '../assumptions.ts';
import { ACCESS, type Access } from '../reach/access.ts';

/**
 * What a way of cleaning is, as far as rules, risks and kit turn on it. A new way compiles only once all of it is said; a rule
 * is a question to it, so that a new way is answered by each of them.
 */
export interface WayTraits {
  /** from where it can be worked */
  from: readonly Access[];
  /** whether water runs */
  wet: boolean;
  /** a machine that somebody has to have */
  machine: boolean;
  /** walks over the face by itself, on its own weight */
  robot: boolean;
  /** what is put on from a bottle */
  bottle: 'soap' | 'alcohol' | null;
  /** a blade is drawn over the glass */
  blade: boolean;
  /** a driven brush that turns on the glass */
  spins: boolean;
  /** brushed without water */
  brushedDry: boolean;
  /** rubs what lies on the glass over it */
  rubs: boolean;
  /** a jet from below, with nothing that reaches the glass */
  jet: boolean;
  /** pipes that are fitted over the face */
  line: boolean;
}

const AT_THE_GLASS: readonly Access[] = ['lift', 'hand-height', 'walkway'];

/** A brush that is fed with water and pushed by hand: what the others differ from. */
const BY_HAND: WayTraits = {
  from: ACCESS,
  wet: true,
  machine: false,
  robot: false,
  bottle: null,
  blade: false,
  spins: false,
  brushedDry: false,
  rubs: false,
  jet: false,
  line: false,
};

export const WAY_TRAITS: Record<CleaningMethod, WayTraits> = {
  hose: { ...BY_HAND, jet: true },
  'hose-and-brush': { ...BY_HAND, from: AT_THE_GLASS },
  'fed-pole': BY_HAND,
  soap: { ...BY_HAND, bottle: 'soap' },
  alcohol: { ...BY_HAND, from: AT_THE_GLASS, bottle: 'alcohol' },
  'wet-blade': { ...BY_HAND, from: AT_THE_GLASS, blade: true, rubs: true },
  'rotary-head': { ...BY_HAND, machine: true, spins: true },
  'robot-wet': { ...BY_HAND, from: AT_THE_GLASS, machine: true, robot: true },
  'robot-dry': {
    ...BY_HAND,
    from: AT_THE_GLASS,
    wet: false,
    machine: true,
    robot: true,
    brushedDry: true,
    rubs: true,
  },
  'spray-line': { ...BY_HAND, from: ['ground'], line: true },
  'spray-line-wiped': { ...BY_HAND, line: true },
  cloth: { ...BY_HAND, from: AT_THE_GLASS, rubs: true },
  'dry-brush': { ...BY_HAND, wet: false, brushedDry: true, rubs: true },
};
