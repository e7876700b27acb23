/** From where the glass is reached; a walkway is a fixed one on the roof. */
export const ACCESS = ['ground', 'lift', 'hand-height', 'walkway'] as const;
export type Access = (typeof ACCESS)[number];

/** What an access is, as far as height, hose and tools turn on it. */
export interface AccessTraits {
  /** somebody works above the ground, from where one falls */
  above: boolean;
  /** the glass is within arm's reach of who stands on the ground */
  atArm: boolean;
}

export const ACCESS_TRAITS: Record<Access, AccessTraits> = {
  ground: { above: false, atArm: false },
  lift: { above: true, atArm: false },
  'hand-height': { above: false, atArm: true },
  walkway: { above: true, atArm: false },
};

/** The access that asks most among some: whoever prepares for it has prepared for the others. */
export const highest = (all: readonly Access[]): Access =>
  (['lift', 'walkway'] as const).find((one) => all.includes(one)) ?? all[0] ?? 'ground';
