import type { CleaningMethod } from '../assumptions.ts';
import type { Access } from './access.ts';
import { MACHINES, type MethodRules } from './rules.ts';

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

/** Ways that rub what lies on the glass over it. */
const RUBS: readonly CleaningMethod[] = ['dry-brush', 'robot-dry', 'cloth', 'wet-blade'];
const BOTTLED: readonly CleaningMethod[] = ['soap', 'alcohol'];
const LINES: readonly CleaningMethod[] = ['spray-line', 'spray-line-wiped'];
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
  const above = access === 'lift' || access === 'walkway';
  const there: Record<Risk, boolean> = {
    fall: above,
    slip: above && flow > 0,
    machine: MACHINES.includes(way),
    chemicals: BOTTLED.includes(way),
    cut: way === 'wet-blade',
    weight: head >= HEAVY,
    scratch: RUBS.includes(way),
    seal: way === 'alcohol' || way === 'rotary-head',
    scale: LINES.includes(way),
    strain: head * pole > TIRES && !MACHINES.includes(way),
  };
  return RISKS.filter((risk) => there[risk]);
}
