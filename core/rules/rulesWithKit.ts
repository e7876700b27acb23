import { CLEANING_METHODS, type CleaningMethod } from '../assumptions.ts';
import { payback } from '../kit/payback.ts';
import type { KitStanding } from '../kit/standing.ts';
import type { KitKind } from '../kit/things.ts';
import { MACHINES, type MethodRules } from './rules.ts';

/** What of the register a way is worked with at the glass: its weight and price stand in the rules. */
const TOOL_OF: Record<CleaningMethod, KitKind | null> = {
  hose: null,
  'hose-and-brush': null,
  'fed-pole': 'brush',
  soap: 'brush',
  alcohol: null,
  'wet-blade': null,
  'rotary-head': 'rotary-head',
  'robot-wet': 'robot-wet',
  'robot-dry': 'robot-dry',
  'spray-line': null,
  'spray-line-wiped': null,
  cloth: null,
  'dry-brush': null,
};

/**
 * The rules of the ways with what the register knows in its place: a machine that is there or is broken, what a visit of it
 * costs, the longest pole, the weight of the head. What the register does not keep stays as the rules have it.
 * @param days on which each thing was used in the last year, by its id
 */
export function rulesWithKit(
  rules: MethodRules,
  things: readonly KitStanding[],
  days: ReadonlyMap<string, number> = new Map(),
): MethodRules {
  const kept = things.filter(({ state }) => state !== 'retired');
  const of = (kind: KitKind) => kept.filter((thing) => thing.kind === kind);
  const ways = { ...rules.ways };
  for (const way of MACHINES) {
    const tool = TOOL_OF[way];
    const machines = tool === null ? [] : of(tool);
    if (machines.length === 0) continue;
    const usable = machines.filter((thing) => thing.usable);
    const costs = usable.flatMap((thing) => costOfDay(thing, days.get(thing.id) ?? 0) ?? []);
    ways[way] = {
      ...ways[way],
      have: usable.length > 0,
      ...(costs.length > 0 ? { perVisit: Math.round(Math.min(...costs)) } : {}),
      ...weightOf(usable),
    };
  }
  const brushes = of('brush').filter((thing) => thing.usable);
  for (const way of CLEANING_METHODS.filter((one) => TOOL_OF[one] === 'brush'))
    ways[way] = { ...ways[way], ...weightOf(brushes) };
  const poles = of('pole').filter((thing) => thing.usable && thing.length !== null);
  const longest = Math.max(...poles.map(({ length }) => length ?? 0));
  return {
    ...rules,
    ways,
    limits: poles.length > 0 ? { ...rules.limits, 'longest-pole': longest } : rules.limits,
  };
}

/** The lightest head there is: it is the one for a long pole. */
function weightOf(things: readonly KitStanding[]): { head?: number } {
  const weights = things.flatMap(({ weight }) => (weight === null ? [] : [weight]));
  return weights.length > 0 ? { head: Math.min(...weights) } : {};
}

/** What a day of a thing costs, minor units: its hire, or its price and upkeep over the days of a year; null where unsaid. */
function costOfDay({ held, price, lasts, upkeep }: KitStanding, days: number): number | null {
  if (price === null) return null;
  if (held === 'hired') return price;
  if (lasts === null || days === 0) return null;
  const likely = { low: days, likely: days, high: days };
  return payback({ price, lasts, upkeep: upkeep ?? 0, hire: null, contractor: null, days: likely }).perDay;
}
