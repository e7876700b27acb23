import type { CleaningMethod } from '../assumptions.ts';
import { ACCESS_TRAITS, type Access } from '../reach/access.ts';
import type { MethodRules } from './rules.ts';
import { WAY_TRAITS } from './wayTraits.ts';

/** What a way can do to people, and to the glass. */
export const RISKS = [
  'fall',
  'slip',
  'machine',
  'chemicals',
  'cut',
  'weight',
  'scratch',
  'seal',
  'scale',
  'strain',
] as const;
export type Risk = (typeof RISKS)[number];

/** kg of a head from which on its weight bears on the cells, and kg times metres that tire whoever holds the pole. */
const HEAVY = 8;
const TIRES = 15;

/** What a way brings along where it is worked from, as its rules have it: what hurts people first. @param pole metres */
export function risksOf(
  way: CleaningMethod,
  { access, pole }: { access: Access; pole: number },
  { ways }: Pick<MethodRules, 'ways'>,
): Risk[] {
  const { flow, head } = ways[way];
  const { machine, bottle, blade, spins, rubs, line } = WAY_TRAITS[way];
  const { above } = ACCESS_TRAITS[access];
  const there: Record<Risk, boolean> = {
    fall: above,
    slip: above && flow > 0,
    machine,
    chemicals: bottle !== null,
    cut: blade,
    weight: head >= HEAVY,
    scratch: rubs,
    seal: bottle === 'alcohol' || spins,
    scale: line,
    strain: head * pole > TIRES && !machine,
  };
  return RISKS.filter((risk) => there[risk]);
}
