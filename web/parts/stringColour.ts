const COLOURS = ['#0a5f7d', '#8a4b08', '#4d3a78', '#22601f', '#8c1f4b', '#4c5853'];

/** The colour of a string by its number, always beside the number itself. */
export const stringColour = (at: number): string => COLOURS[at % COLOURS.length] ?? '#4c5853';
