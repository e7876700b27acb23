import type { JobEntry } from '../../core/jobs/progress.ts';

/** An entry as a card tells of it; its id and its moment are added where it is kept. */
export type Happening = JobEntry extends infer E ? (E extends JobEntry ? Omit<E, 'id' | 'at'> : never) : never;

export type Happen = (entry: Happening) => Promise<void>;
