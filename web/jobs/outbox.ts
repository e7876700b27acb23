import Dexie, { liveQuery, type Table } from 'dexie';
import { useEffect, useState } from 'react';
import type { AnswerOf } from '../../contract/endpoint.ts';
import type { Endpoints } from '../../contract/index.ts';
import type { JobEntry } from '../../core/jobs/progress.ts';
import { call, keepCsrf, OfflineError, ProblemError } from '../api/client.ts';

export type Job = AnswerOf<Endpoints['readJob']>;

interface QueuedEntry {
  order?: number;
  id: string;
  jobId: string;
  entry: JobEntry;
  /** what the server said, where it refused the entry for good */
  refused?: string;
  /** whether somebody has seen the refusal and put the entry aside; it stays on the device */
  aside?: boolean;
}

type PhotoFields = {
  id: string;
  arrayId: string;
  jobId: string;
  role: 'wipe-before' | 'wipe-after' | 'before' | 'after';
  caption: string;
};

interface QueuedPhoto {
  id: string;
  jobId: string;
  fields: PhotoFields;
  file: Blob;
  name: string;
  refused?: string;
  aside?: boolean;
}

class FieldStore extends Dexie {
  jobs!: Table<{ id: string; job: Job }, string>;
  entries!: Table<QueuedEntry, number>;
  photos!: Table<QueuedPhoto, string>;

  constructor() {
    super('pail-field');
    this.version(1).stores({ jobs: 'id', entries: '++order, id, jobId', photos: 'id, jobId' });
  }
}

const store = new FieldStore();

/** Keeps a job on the device, so that its cards open without a signal. */
export const keepJob = (job: Job): Promise<unknown> => store.jobs.put({ id: job.id, job });
export const keptJobs = async (): Promise<Job[]> => (await store.jobs.toArray()).map(({ job }) => job);

/** Keeps what happened on the device first, then sends it. It leaves the device only when the server has it. */
export async function happened(jobId: string, entry: JobEntry): Promise<void> {
  await store.entries.add({ id: entry.id, jobId, entry });
  void flush();
}

export async function photographed(fields: PhotoFields, file: File): Promise<void> {
  await store.photos.add({ id: fields.id, jobId: fields.jobId, fields, file, name: file.name });
  void flush();
}

const BATCH = 100;
let flushing: Promise<void> | null = null;
let again = false;

/** Sends what is waiting, in order. Safe to call at any time and from anywhere. */
export function flush(): Promise<void> {
  if (flushing) {
    again = true;
    return flushing;
  }
  flushing = sendWaiting()
    .catch((error) => {
      if (!(error instanceof OfflineError) && !(error instanceof ProblemError)) throw error;
    })
    .finally(() => {
      flushing = null;
      if (again) {
        again = false;
        void flush();
      }
    });
  return flushing;
}

async function sendWaiting(): Promise<void> {
  const waiting = await store.entries
    .orderBy('order')
    .filter(({ refused }) => refused === undefined)
    .toArray();
  const photos = await store.photos.filter(({ refused }) => refused === undefined).toArray();
  if (waiting.length === 0 && photos.length === 0) return;
  const session = await call('readSession');
  keepCsrf(session.csrf);
  if (session.person === null) return;
  for (const jobId of new Set(waiting.map((item) => item.jobId))) {
    const own = waiting.filter((item) => item.jobId === jobId);
    for (let first = 0; first < own.length; first += BATCH) await sendBatch(jobId, own.slice(first, first + BATCH));
  }
  for (const photo of photos) await sendPhoto(photo);
}

async function sendBatch(jobId: string, batch: QueuedEntry[]): Promise<void> {
  try {
    await call('addEntries', { params: { id: jobId }, body: { entries: batch.map(({ entry }) => entry) } });
    await refreshKept(jobId);
    await store.entries.bulkDelete(batch.flatMap(({ order }) => (order === undefined ? [] : [order])));
  } catch (error) {
    if (!(error instanceof ProblemError) || ![400, 409].includes(error.problem.status)) throw error;
    if (batch.length > 1) {
      for (const one of batch) await sendBatch(jobId, [one]);
      return;
    }
    const [one] = batch;
    if (one?.order !== undefined) await store.entries.update(one.order, { refused: error.problem.detail });
  }
}

async function refreshKept(jobId: string): Promise<void> {
  await keepJob(await call('readJob', { params: { id: jobId } }));
}

async function sendPhoto(photo: QueuedPhoto): Promise<void> {
  try {
    await call('addPhoto', {
      body: photo.fields,
      files: [new File([photo.file], photo.name, { type: photo.file.type })],
    });
    await refreshKept(photo.jobId);
    await store.photos.delete(photo.id);
  } catch (error) {
    if (!(error instanceof ProblemError) || ![400, 409, 413].includes(error.problem.status)) throw error;
    await store.photos.update(photo.id, { refused: error.problem.detail });
  }
}

/** Takes refused entries out of the way. They stay on the device, to be read and copied. */
export const putAside = async (): Promise<void> => {
  await store.entries.filter(({ refused }) => refused !== undefined).modify({ aside: true });
  await store.photos.filter(({ refused }) => refused !== undefined).modify({ aside: true });
};

function useLive<T>(read: () => Promise<T>, initial: T, key: string): T {
  const [value, setValue] = useState(initial);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for what `read` closes over
  useEffect(() => {
    const subscription = liveQuery(read).subscribe({ next: setValue, error: () => undefined });
    return () => subscription.unsubscribe();
  }, [key]);
  return value;
}

export interface Outbox {
  job: Job | null;
  entries: JobEntry[];
  photos: PhotoFields[];
  waiting: number;
  refused: string[];
  /** what was refused and put aside: what it was, and why */
  aside: { what: string; why: string }[];
}

/** What the device holds of a job: its last known state and what is not sent yet. */
export function useOutbox(jobId: string): Outbox {
  return useLive(
    async () => {
      const job = (await store.jobs.get(jobId))?.job ?? null;
      const entries = await store.entries.where({ jobId }).sortBy('order');
      const photos = await store.photos.where({ jobId }).toArray();
      const kept = [...entries, ...photos].filter((item) => item.refused !== undefined);
      const refused = kept.flatMap(({ refused: why, aside }) => (why && !aside ? [why] : []));
      const aside = kept
        .filter((item) => item.aside)
        .map((item) => ({
          what: 'entry' in item ? JSON.stringify(item.entry) : `${item.fields.caption}, ${item.name}`,
          why: item.refused ?? '',
        }));
      return {
        job,
        entries: entries.filter((item) => item.refused === undefined).map(({ entry }) => entry),
        photos: photos.map(({ fields }) => fields),
        waiting: entries.length + photos.length - kept.length,
        refused,
        aside,
      };
    },
    { job: null, entries: [], photos: [], waiting: 0, refused: [], aside: [] },
    jobId,
  );
}

export function useAllWaiting(): number {
  return useLive(
    async () => {
      const waits = ({ refused }: { refused?: string }) => refused === undefined;
      return (await store.entries.filter(waits).count()) + (await store.photos.filter(waits).count());
    },
    0,
    'all',
  );
}
