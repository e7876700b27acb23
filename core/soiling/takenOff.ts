import type { CleaningMethod, Effectiveness } from '../assumptions.ts';

/** What one cleaning takes off each layer: of each the best of the ways that are used. */
export function takenOff(
  ways: readonly CleaningMethod[],
  figures: Record<CleaningMethod, Effectiveness>,
): Effectiveness {
  const best = (layer: keyof Effectiveness) => Math.max(0, ...ways.map((way) => figures[way][layer]));
  return { loose: best('loose'), bonded: best('bonded'), droppings: best('droppings'), lichen: best('lichen') };
}
