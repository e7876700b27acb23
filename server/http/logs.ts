/** What is as long as a token and no id of a record, wherever it stands and however the rest is written. */
const TOKENS = /\/[A-Za-z0-9_%-]{40,}(?=\/|$)/g;
/** Paths whose last part lets whoever reads it in. */
const TOKEN_PATHS = /\/(by-link|reset-links|join|reset|letter|call)\/[^/?]+/gi;

/** The address of a request as logs may hold it: without what was searched for, and without the tokens of links. */
export const safeAddress = (url: string): string =>
  (url.split('?')[0] ?? '').replace(TOKEN_PATHS, '/$1/:token').replace(TOKENS, '/:token');

/**
 * What a log says of a mistake: where it was made, and nothing of the row or the value that it was made on.
 * @param logged what was thrown, or what the log of a request has made of it, which keeps that as `raw`
 */
export function errorForLog(logged: unknown): object {
  const error = logged instanceof Error ? logged : (logged as { raw?: unknown } | null | undefined)?.raw;
  if (!(error instanceof Error)) return { type: typeof logged };
  const { code, constraint, table } = error as { code?: unknown; constraint?: unknown; table?: unknown };
  return { type: error.name, message: error.message, stack: error.stack, code, constraint, table };
}
