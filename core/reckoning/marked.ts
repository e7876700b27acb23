import { type MarkedLoss, markedLoss } from '../soiling/markedLoss.ts';
import { lastLook } from './asked.ts';
import type { MarkedReckoning, ReckonInput } from './reckoning.ts';

/** What the marks of the last look cost. */
export function markedOf(input: ReckonInput): MarkedLoss | null {
  const marks = lastLook(input)?.marks ?? [];
  return marks.length === 0 ? null : markedLoss(input.array.wiring, marks);
}

/** The same as it is kept: the case of each string follows from wiring and marks. */
export const withoutInputs = ({ strings, ...rest }: MarkedLoss, input: ReckonInput): MarkedReckoning => ({
  ...rest,
  strings: strings.map(({ input: _, ...string }) => string),
  wiring: input.array.wiring,
  marks: lastLook(input)?.marks ?? [],
});
