/** Where a job stands. */
export const JOB_STATES = ['scheduled', 'in-hand', 'paused', 'washed', 'reported', 'cancelled'] as const;
export type JobState = (typeof JOB_STATES)[number];
/** States in which there is still work to do on the roof, and in which there is none. */
export const OPEN_JOBS: readonly JobState[] = ['scheduled', 'in-hand', 'paused'];
export const ENDED_JOBS: readonly JobState[] = ['washed', 'reported', 'cancelled'];
