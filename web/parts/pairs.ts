/** The choices of a list, each with what it is called. */
export const pairs = <K extends string>(words: Record<K, string>) => Object.entries(words) as [K, string][];
