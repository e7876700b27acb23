const COLOURS = ['var(--water)', 'var(--heed)', 'var(--violet)', 'var(--good)', 'var(--wine)', 'var(--quiet)'];

/** The colour of a string by its number, always beside the number itself. */
export const stringColour = (at: number): string => COLOURS[at % COLOURS.length] ?? 'var(--quiet)';
