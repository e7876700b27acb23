import {
  type EntryItem,
  laneOf,
  nameOf,
  type OutboxItem,
  type OutboxStore,
  type Outcome,
  type PhotoItem,
  type Transport,
} from '../device/items.ts';

/** Time, as the engine needs it; the browser's own by default. */
export interface Clock {
  now(): number;
  after(ms: number, run: () => void): () => void;
}

export interface OutboxOptions {
  store: OutboxStore;
  transport: Transport;
  clock: Clock;
  /** runs alone among all pages of the app, so that two of them do not send the same */
  alone?: (run: () => Promise<void>) => Promise<void>;
}

export interface OutboxState {
  items: readonly OutboxItem[];
  /** whether the store has been read: before that, no items does not mean that none wait */
  read: boolean;
  /** what a full or broken store could not keep: it has to be said until somebody has read it */
  lost: readonly { id: string; what: string; why: string }[];
  /** seconds by which this device's clock is ahead of the server's, as far as is known */
  clockGap: number;
  /** what stands in the way of sending; `store`: the device cannot read or write what it keeps */
  trouble: 'unreachable' | 'sign-in' | 'too-old' | 'store' | null;
}

export interface OutboxEngine {
  state(): OutboxState;
  subscribe(listener: () => void): () => void;
  /** Keeps an item on the device, then sends it. @returns whether the device has kept it */
  add(item: OutboxItem, file?: Blob): Promise<boolean>;
  /** Sends what may be sent. @param force also what was told to wait */
  flush(force?: boolean): Promise<void>;
  /** Takes refused items out of the way; they stay on the device. */
  putAside(jobId?: string): Promise<void>;
  /** Takes on what nobody has said to have done. */
  claim(by: NonNullable<OutboxItem['by']>): Promise<void>;
  /** Whoever reads it has seen what was not kept. */
  acknowledge(id: string): void;
  /** Reads the store again, where another page may have changed it. */
  reload(): Promise<void>;
}

/** Limits of one request. A batch that is small goes through where a large one would be cut off. */
export const LIMITS = {
  items: 100,
  bytes: 200_000,
  entriesTimeout: 20_000,
  photoTimeout: 180_000,
  whoTimeout: 10_000,
  firstPause: 2_000,
  longestPause: 120_000,
  lanesAtOnce: 3,
};

interface Pause {
  until: number;
  failures: number;
}

/** Keeps what happened on a device until the server has it. It has no screen, no network and no store of its own. */
export function createOutbox({ store, transport, clock, alone = (run) => run() }: OutboxOptions): OutboxEngine {
  const listeners = new Set<() => void>();
  const pauses = new Map<string, Pause>();
  let state: OutboxState = { items: [], read: false, lost: [], clockGap: 0, trouble: null };
  let flushing: Promise<void> | null = null;
  let again = false;

  const set = (change: Partial<OutboxState>) => {
    state = { ...state, ...change };
    for (const listener of listeners) listener();
  };
  const reload = async () => set({ items: await store.list(), read: true });

  /** A request that is given up after a while: one that hangs must not hold up all others. */
  async function within<T>(ms: number, run: (signal: AbortSignal) => Promise<T>, otherwise: T): Promise<T> {
    const controller = new AbortController();
    let stop: () => void = () => undefined;
    const given = new Promise<T>((resolve) => {
      stop = clock.after(ms, () => {
        controller.abort();
        resolve(otherwise);
      });
    });
    try {
      return await Promise.race([run(controller.signal), given]);
    } finally {
      stop();
    }
  }

  function pauseLane(lane: string, after?: number): void {
    const failures = (pauses.get(lane)?.failures ?? 0) + 1;
    const own = Math.min(LIMITS.longestPause, LIMITS.firstPause * 2 ** (failures - 1));
    pauses.set(lane, { failures, until: clock.now() + Math.max(after ?? 0, own) });
  }

  /** @returns whether the lane may go on */
  async function settle(lane: string, batch: readonly OutboxItem[], outcome: Outcome): Promise<boolean> {
    const [first] = batch;
    if (first === undefined) return true;
    switch (outcome.kind) {
      case 'kept':
        pauses.delete(lane);
        await transport.taken(first.jobId, batch);
        await store.remove(batch.map(({ id }) => id));
        await reload();
        return true;
      case 'refused': {
        const culprit = batch.length === 1 ? first : outcome.at === undefined ? undefined : batch[outcome.at];
        if (culprit === undefined) return false;
        await store.change(culprit.id, { refused: outcome.why });
        await reload();
        return true;
      }
      case 'too-large':
        if (batch.length > 1) return false;
        await store.change(first.id, { refused: outcome.why });
        await reload();
        return true;
      case 'later':
        pauseLane(lane, outcome.after);
        return false;
      default:
        set({ trouble: outcome.kind });
        return false;
    }
  }

  async function sendEntries(lane: string, items: readonly EntryItem[]): Promise<void> {
    let rest = [...items];
    let most = LIMITS.items;
    while (rest.length > 0) {
      const batch = batchOf(rest, most);
      const [first] = batch;
      if (first === undefined) return;
      const sentAt = new Date(clock.now()).toISOString();
      const outcome = await within<Outcome>(
        LIMITS.entriesTimeout,
        (signal) => transport.entries(first.jobId, batch, sentAt, signal),
        { kind: 'later', why: 'no answer in time' },
      );
      const named = outcome.kind === 'refused' && outcome.at !== undefined;
      if ((outcome.kind === 'refused' || outcome.kind === 'too-large') && batch.length > 1 && !named) {
        // The server keeps nothing of a batch that it refuses: a smaller one shows which of them it is.
        most = Math.max(1, Math.floor(batch.length / 2));
        continue;
      }
      if (!(await settle(lane, batch, outcome))) return;
      const left = new Map(state.items.map((item) => [item.id, item]));
      rest = rest.filter(({ id }) => left.has(id) && left.get(id)?.refused === undefined);
    }
  }

  async function sendPhotos(lane: string, items: readonly PhotoItem[]): Promise<void> {
    for (const item of items) {
      const file = await store.file(item.id).catch(() => undefined);
      const outcome: Outcome =
        file === undefined
          ? { kind: 'refused', why: 'The device has lost the picture itself. Take it again.' }
          : await within<Outcome>(LIMITS.photoTimeout, (signal) => transport.photo(item, file, signal), {
              kind: 'later',
              why: 'no answer in time',
            });
      if (!(await settle(lane, [item], outcome))) return;
    }
  }

  async function sendAll(force: boolean): Promise<void> {
    await reload();
    const waiting = state.items.filter(({ refused }) => refused === undefined);
    if (waiting.length === 0) return set({ trouble: null });
    const who = await within<Awaited<ReturnType<Transport['who']>>>(
      LIMITS.whoTimeout,
      (signal) => transport.who(signal),
      'unreachable',
    );
    if (who === 'unreachable') return set({ trouble: 'unreachable' });
    const clockGap = Math.round((clock.now() - Date.parse(who.now)) / 1000);
    set({ trouble: who.personId === null ? 'sign-in' : null, clockGap });
    const own = waiting.filter(({ by }) => by !== null && by.id === who.personId);
    const lanes = new Map<string, OutboxItem[]>();
    for (const item of own) lanes.set(laneOf(item), [...(lanes.get(laneOf(item)) ?? []), item]);
    // Ticks before pictures: they are small, and the next step of a job hangs on them.
    const open = [...lanes]
      .filter(([lane]) => force || (pauses.get(lane)?.until ?? 0) <= clock.now())
      .sort(([one], [other]) => one.localeCompare(other));
    await inLanes(open, async ([lane, items]) => {
      await sendEntries(
        lane,
        items.filter((item) => item.kind === 'entry'),
      );
      await sendPhotos(
        lane,
        items.filter((item) => item.kind === 'photo'),
      );
    });
  }

  function flush(force = false): Promise<void> {
    if (flushing) {
      again = true;
      return flushing;
    }
    flushing = alone(() => sendAll(force).catch(() => set({ trouble: 'store' }))).finally(() => {
      flushing = null;
      if (again) {
        again = false;
        void flush();
      }
    });
    return flushing;
  }

  return {
    state: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    async add(item, file) {
      try {
        await store.add(item, file);
      } catch (error) {
        const why = error instanceof Error ? error.message : String(error);
        set({ lost: [...state.lost, { id: item.id, what: nameOf(item), why }] });
        return false;
      }
      await reload();
      void flush();
      return true;
    },
    flush,
    async putAside(jobId) {
      for (const item of state.items) {
        if (item.refused !== undefined && (jobId === undefined || item.jobId === jobId))
          await store.change(item.id, { aside: true });
      }
      await reload();
    },
    async claim(by) {
      for (const item of state.items) if (item.by === null) await store.change(item.id, { by });
      await reload();
      void flush();
    },
    acknowledge: (id) => set({ lost: state.lost.filter((item) => item.id !== id) }),
    reload,
  };
}

/** As many as go into one request, by number and by size; always at least one. */
export function batchOf(items: readonly EntryItem[], most: number): EntryItem[] {
  const batch: EntryItem[] = [];
  let bytes = 0;
  for (const item of items) {
    bytes += JSON.stringify(item.entry).length;
    if (batch.length > 0 && (batch.length >= most || bytes > LIMITS.bytes)) break;
    batch.push(item);
  }
  return batch;
}

/** Some at once, so that one that is slow does not make all others wait. */
async function inLanes<T>(lanes: T[], run: (lane: T) => Promise<void>): Promise<void> {
  const rest = [...lanes];
  const work = async () => {
    for (let lane = rest.shift(); lane !== undefined; lane = rest.shift()) await run(lane);
  };
  await Promise.all(Array.from({ length: LIMITS.lanesAtOnce }, work));
}
