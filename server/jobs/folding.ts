import { type FoldedJob, foldJob, foldOn, type JobEntry } from '../../core/jobs/progress.ts';
import type { Connection } from '../storage/database.ts';
import { entriesOf, type JobRow } from './storage.ts';

/** The fold of a job while entries are taken in. */
export interface Folding {
  take(entry: JobEntry): void;
  /** with everything that was taken */
  now(): Promise<FoldedJob>;
}

/**
 * Adds entries to what is folded already; all of them are read again only where something has to be folded anew.
 * @param connection on which what was taken is not stored yet; it is asked for before that
 */
export function folding(connection: Connection, job: Pick<JobRow, 'id' | 'folded' | 'content'>): Folding {
  const taken: JobEntry[] = [];
  let folded = job.folded;
  let upTo = 0;
  return {
    take: (entry) => void taken.push(entry),
    async now() {
      folded = folded && foldOn(folded, taken.slice(upTo));
      folded ??= foldJob(job.content.steps, [...(await entriesOf(connection, job.id)), ...taken]);
      upTo = taken.length;
      return folded;
    },
  };
}
