/** What can be done about a cause of soiling rather than about the soil. */
export const REMEDIES = ['trim', 'deterrent', 'drain-clip', 'gutter', 'coating', 'tilt', 'wait'] as const;
export type RemedyKey = (typeof REMEDIES)[number];
