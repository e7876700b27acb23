/** From where the glass is reached. */
export const ACCESS = ['ground', 'lift', 'hand-height'] as const;
export type Access = (typeof ACCESS)[number];
