import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { CLOCK_TOLERANCE } from '../../core/jobs/clock.ts';
import type { JobEntry } from '../../core/jobs/progress.ts';
import { call } from '../api/client.ts';
import { askToPersist, deviceLock, deviceName, sha256 } from '../device/device.ts';
import { nameOf, type PhotoFields } from '../device/items.ts';
import { deviceStore, type Job } from '../device/store.ts';
import { useEngine } from '../device/useEngine.ts';
import { dexieOutbox, keepJob as keepInStore } from './dexie.ts';
import { createOutbox, type OutboxState } from './engine.ts';
import { httpTransport } from './transport.ts';

export type { Job } from '../device/store.ts';

/** The one outbox of this page; of several pages one sends at a time. */
export const outbox = createOutbox({
  store: dexieOutbox(deviceStore),
  transport: httpTransport(deviceStore, () => !deviceLock.state().toldServer),
  clock: {
    now: () => Date.now(),
    after: (ms, run) => {
      const timer = setTimeout(run, ms);
      return () => clearTimeout(timer);
    },
  },
  alone: async (run) => {
    if (!navigator.locks) return run();
    await navigator.locks.request('pail-outbox', { ifAvailable: true }, async (lock) => {
      if (lock) await run();
    });
  },
});

const EVERY = 15_000;

/** Sends for as long as the app is open, whichever page is shown. @returns stops it */
export function startOutbox(): () => void {
  // Another page of the app may have sent, or be sending: what it left is read first.
  const look = () =>
    void outbox.reload().then(
      () => outbox.flush(),
      () => outbox.flush(),
    );
  const online = () => void outbox.flush(true);
  look();
  const timer = setInterval(look, EVERY);
  window.addEventListener('online', online);
  return () => {
    clearInterval(timer);
    window.removeEventListener('online', online);
  };
}

const doer = () => deviceLock.state().person;

/** Keeps what happened on the device first, then sends it. @returns whether the device has kept it */
export function happened(jobId: string, entry: JobEntry): Promise<boolean> {
  void askToPersist();
  return outbox.add({ kind: 'entry', id: entry.id, jobId, entry, by: doer(), device: deviceName() });
}

export async function photographed(fields: PhotoFields, file: File): Promise<boolean> {
  void askToPersist();
  const photo = { fields, name: file.name, bytes: file.size, sha256: await sha256(file).catch(() => '') };
  return outbox.add(
    { kind: 'photo', id: fields.id, jobId: fields.jobId, by: doer(), device: deviceName(), ...photo },
    file,
  );
}

export const keepJob = (job: Job): Promise<unknown> => keepInStore(deviceStore, job);
/** The jobs that this device keeps, nearest first. */
export const keptJobs = async (): Promise<Job[]> =>
  (await deviceStore.jobs.toArray())
    .map(({ job }) => job)
    .sort((one, other) => one.scheduledFor.localeCompare(other.scheduledFor));

/** How many days ahead jobs are kept, so that their cards open on a roof without a signal. */
export const KEPT_AHEAD_DAYS = 7;

/** Fetches jobs whole and keeps them. What cannot be fetched now is fetched another time. */
export async function keepAhead(ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    try {
      await keepJob(await call('readJob', { params: { id } }));
    } catch {
      return;
    }
  }
}

export const useOutboxState = (): OutboxState => useEngine(outbox.subscribe, outbox.state);

/** A job as the device keeps it. */
function useKeptJob(jobId: string): Job | null {
  const [job, setJob] = useState<Job | null>(null);
  useEffect(() => {
    const subscription = liveQuery(() => deviceStore.jobs.get(jobId)).subscribe({
      next: (row) => setJob(row?.job ?? null),
      error: () => setJob(null),
    });
    return () => subscription.unsubscribe();
  }, [jobId]);
  return job;
}

/** Said until the store of the device has been read. */
export const LOOKING = 'Looking for what is not sent yet.';

export interface Outbox {
  job: Job | null;
  /** ticks that are not sent yet, with the clock of this device set right */
  entries: JobEntry[];
  photos: PhotoFields[];
  /** whether it is known yet what waits here */
  read: boolean;
  waiting: number;
  /** waiting for somebody else to sign in, by their names; an empty name where nobody knows */
  othersWaiting: string[];
  refused: string[];
  /** what was refused and put aside: what it was, and why */
  aside: { what: string; why: string }[];
}

/** What the device holds of a job: its last known state and what is not sent yet. */
export function useOutbox(jobId: string): Outbox {
  const job = useKeptJob(jobId);
  const state = useOutboxState();
  return { job, ...waitingOf(state, jobId, doer()?.id ?? null) };
}

/** What of the outbox concerns a job, as whoever works with the device sees it. */
export function waitingOf(
  { items, read, clockGap }: OutboxState,
  jobId: string,
  personId: string | null,
): Omit<Outbox, 'job'> {
  const own = items.filter((item) => item.jobId === jobId);
  const waiting = own.filter(({ refused }) => refused === undefined);
  const gap = Math.abs(clockGap) > CLOCK_TOLERANCE ? { clockGap } : {};
  return {
    entries: waiting.flatMap((item) => (item.kind === 'entry' ? [{ ...item.entry, ...gap }] : [])),
    photos: own.flatMap((item) => (item.kind === 'photo' ? [item.fields] : [])),
    read,
    waiting: waiting.length,
    othersWaiting: [...new Set(waiting.filter(({ by }) => by?.id !== personId).map(({ by }) => by?.name ?? ''))],
    refused: own.flatMap(({ refused, aside }) => (refused && !aside ? [refused] : [])),
    aside: own
      .filter(({ aside }) => aside)
      .map((item) => ({
        what: item.kind === 'entry' ? JSON.stringify(item.entry) : nameOf(item),
        why: item.refused ?? '',
      })),
  };
}
