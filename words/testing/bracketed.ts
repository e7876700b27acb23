import { english } from '../en/index.ts';
import type { Language } from '../language.ts';

/** A second language, for tests: English in brackets. Whatever is read without them never went through a language. */
export const bracketed = Object.fromEntries(
  Object.entries(english).map(([code, words]) => [
    code,
    (params: never, say: never) => `[${(words as (params: never, say: never) => string)(params, say)}]`,
  ]),
) as Language;
