/** From where the glass is reached; a walkway is a fixed one on the roof. */
export const ACCESS = ['ground', 'lift', 'hand-height', 'walkway'] as const;
export type Access = (typeof ACCESS)[number];

/** The access that asks most among some: whoever prepares for it has prepared for the others. */
export const highest = (all: readonly Access[]): Access =>
  (['lift', 'walkway'] as const).find((one) => all.includes(one)) ?? all[0] ?? 'ground';
