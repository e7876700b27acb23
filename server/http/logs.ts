/** Paths whose last part lets whoever reads it in. */
const TOKEN_PATHS = /\/(by-link|reset-links|join|reset|letter|call)\/[^/?]+/g;

/** The address of a request as logs may hold it: without what was searched for, and without the tokens of links. */
export const safeAddress = (url: string): string => (url.split('?')[0] ?? '').replace(TOKEN_PATHS, '/$1/:token');
