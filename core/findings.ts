/**
 * What the core has to say: a code, and parameters in SI units and ISO dates. The sentences stand in the words room, one
 * for each code; nothing is told by prose, and no prose is looked into.
 */
export interface Finding<Code extends string, Params extends object = Nothing> {
  code: Code;
  params: Params;
}

export type Nothing = Record<never, never>;

/** Findings that a code alone tells, one for each of a list of codes. */
export type Bare<Code extends string> = Code extends string ? Finding<Code> : never;

/** A finding without parameters. */
export const bare = <Code extends string>(code: Code): Finding<Code> => ({ code, params: {} });

/** Words that a person typed: they are said as they are. */
export type Written = Finding<'written', { text: string }>;

export const written = (text: string): Written => ({ code: 'written', params: { text } });

/** Something that was set by hand, in place of why the house chose it. */
export const BY_HAND = bare('by-hand');
export type ByHand = typeof BY_HAND;
