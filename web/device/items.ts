import type { JobEntry } from '../../core/jobs/progress.ts';

export interface PhotoFields {
  id: string;
  arrayId: string;
  jobId: string;
  role: 'wipe-before' | 'wipe-after' | 'before' | 'after';
  caption: string;
}

/** Whose an item is. It is sent under that person and nobody else. */
export interface Doer {
  id: string;
  name: string;
}

interface Kept {
  id: string;
  jobId: string;
  /** null on what was kept before items said who did them: somebody has to claim it */
  by: Doer | null;
  /** which device kept it */
  device: string;
  /** what the server said, where it refused the item for good */
  refused?: string;
  /** whether somebody has seen the refusal and put the item aside; it stays on the device */
  aside?: boolean;
}

export type OutboxItem = Kept &
  (
    | { kind: 'entry'; entry: JobEntry }
    | { kind: 'photo'; fields: PhotoFields; name: string; bytes: number; sha256: string }
  );
export type EntryItem = Extract<OutboxItem, { kind: 'entry' }>;
export type PhotoItem = Extract<OutboxItem, { kind: 'photo' }>;

/** Each job's ticks go in an order of their own, and its photographs beside them: what is held up in one holds up no other. */
export const laneOf = ({ kind, jobId }: OutboxItem): string => `${kind}:${jobId}`;

/** What somebody would know an item by. */
export const nameOf = (item: OutboxItem): string =>
  item.kind === 'entry' ? item.entry.kind.replace('-', ' ') : `the picture ${item.fields.caption || item.name}`;

/** What the device keeps until the server has it. Items come in the order in which they were added. */
export interface OutboxStore {
  list(): Promise<OutboxItem[]>;
  /** @throws where the device cannot keep it */
  add(item: OutboxItem, file?: Blob): Promise<void>;
  file(id: string): Promise<Blob | undefined>;
  change(id: string, change: Partial<Pick<OutboxItem, 'refused' | 'aside' | 'by'>>): Promise<void>;
  remove(ids: readonly string[]): Promise<void>;
}

/** What became of sending. */
export type Outcome =
  | { kind: 'kept' }
  /** for good; `at` says which of a batch, where the server knows */
  | { kind: 'refused'; why: string; at?: number }
  /** the batch is too large; a smaller one may be taken */
  | { kind: 'too-large'; why: string }
  /** this one later; others may be taken now */
  | { kind: 'later'; why: string; after?: number }
  /** nobody, or somebody else, is signed in */
  | { kind: 'sign-in' }
  /** this version of the page is too old to be understood */
  | { kind: 'too-old' }
  /** the server cannot be reached at all */
  | { kind: 'unreachable' };

export interface Transport {
  /** who is signed in, and the server's clock */
  who(signal: AbortSignal): Promise<{ personId: string | null; now: string } | 'unreachable'>;
  entries(jobId: string, items: readonly EntryItem[], sentAt: string, signal: AbortSignal): Promise<Outcome>;
  photo(item: PhotoItem, file: Blob, signal: AbortSignal): Promise<Outcome>;
  /** called with what the server has taken, before it leaves the device, so that no tick is ever nowhere */
  taken(jobId: string, items: readonly OutboxItem[]): Promise<void>;
}
