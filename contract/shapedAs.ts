import type { z } from 'zod';

type Leaf = string | number | boolean | null | undefined;
type Step<P extends string, K> = `${P}.${K & (string | number)}`;
/** Fields of any member of a union, and what such a field may hold. */
type KeyOf<T> = T extends unknown ? keyof T : never;
type At<T, K> = T extends unknown ? (K extends keyof T ? T[K] : never) : never;
/** What the core found is said in words: its code and parameters are the words room's. */
type Said = { code: string };

/** Paths at which a value of type C is not as W has it: a field that W does not know, a kind of value that it refuses. */
type Differs<C, W, P extends string> = unknown extends W
  ? never
  : C extends Leaf
    ? C extends W
      ? never
      : P
    : C extends Said
      ? never
      : C extends readonly (infer One)[]
        ? Differs<One, Extract<W, readonly unknown[]>[number], Step<P, 'each'>>
        : {
            [K in keyof C]-?: K extends KeyOf<W> ? Differs<C[K], At<Exclude<W, Leaf>, K>, Step<P, K>> : Step<P, K>;
          }[keyof C];

/** Paths of fields that W has and C knows nothing of. */
type Unknown<W, C, P extends string> = W extends Leaf | Said
  ? never
  : W extends readonly (infer One)[]
    ? Unknown<One, Extract<C, readonly unknown[]>[number], Step<P, 'each'>>
    : string extends keyof W
      ? never
      : {
          [K in keyof W]-?: K extends KeyOf<C> ? Unknown<W[K], At<Exclude<C, Leaf>, K>, Step<P, K>> : Step<P, K>;
        }[keyof W];

type Wrong<T, S extends z.ZodType> = Differs<T, z.input<S>, ''> | Unknown<z.output<S>, T, ''>;

/**
 * A schema of what the core works out, under the core's own type. It does not compile where one of them has a field that the
 * other does not know, or the core's value is of a kind that the schema refuses; the error names the path.
 */
export const shapedAs =
  <T>() =>
  <S extends z.ZodType>(schema: S & ([Wrong<T, S>] extends [never] ? unknown : Wrong<T, S>)): z.ZodType<T> =>
    schema as unknown as z.ZodType<T>;
