import type { z } from 'zod';

/** A calculation under its public name: what it takes, and the core function behind it. */
export interface Command<S extends z.ZodType = z.ZodType> {
  input: S;
  run: (input: z.output<S>) => unknown;
}

/** Numbers in range that together lead to none: so small that dividing by them overflows. */
export class NotComputable extends Error {}

export const command = <S extends z.ZodType>(input: S, run: (input: z.output<S>) => unknown): Command =>
  ({ input, run: (parsed: z.output<S>) => finite(run(parsed)) }) as unknown as Command;

/** An answer never holds NaN or Infinity. */
function finite<T>(answer: T): T {
  const sound = (value: unknown): boolean =>
    typeof value === 'number'
      ? Number.isFinite(value)
      : value === null || typeof value !== 'object' || Object.values(value).every(sound);
  if (!sound(answer)) throw new NotComputable('input: holds a number too small or too large to be computed with');
  return answer;
}
