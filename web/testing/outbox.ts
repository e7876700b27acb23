import type { EntryItem, OutboxItem, OutboxStore, Outcome, PhotoItem, Transport } from '../device/items.ts';
import type { Clock } from '../outbox/engine.ts';

/** A store in memory, which can be full. */
export function memoryStore() {
  let items: OutboxItem[] = [];
  const files = new Map<string, Blob>();
  const store = {
    full: false as boolean,
    async list() {
      return items.map((item) => ({ ...item }));
    },
    async add(item: OutboxItem, file?: Blob) {
      if (store.full) throw new Error('QuotaExceededError: the disk is full');
      items.push(item);
      if (file) files.set(item.id, file);
    },
    async file(id: string) {
      return files.get(id);
    },
    async change(id: string, change: Partial<OutboxItem>) {
      items = items.map((item) => (item.id === id ? ({ ...item, ...change } as OutboxItem) : item));
    },
    async remove(ids: readonly string[]) {
      items = items.filter(({ id }) => !ids.includes(id));
    },
  } satisfies OutboxStore & { full: boolean };
  return store;
}

/** A clock that is moved by hand; what was to happen by then has happened when it stands. */
export function handClock(start = Date.parse('2026-11-25T12:00:00Z')) {
  let now = start;
  let waiting: { at: number; run: () => void }[] = [];
  return {
    now: () => now,
    after: (ms: number, run: () => void) => {
      const one = { at: now + ms, run };
      waiting.push(one);
      return () => {
        waiting = waiting.filter((other) => other !== one);
      };
    },
    async move(ms: number) {
      now += ms;
      const due = waiting.filter(({ at }) => at <= now);
      waiting = waiting.filter(({ at }) => at > now);
      for (const { run } of due) run();
      await settled();
    },
  } satisfies Clock & { move(ms: number): Promise<void> };
}

/** Long enough for everything that does not wait for a clock or a server. */
export const settled = async (): Promise<void> => {
  for (let turn = 0; turn < 50; turn += 1) await Promise.resolve();
};

/** A server that keeps what it is sent, under whoever is signed in, and answers as it is told. */
export function fakeServer() {
  const server = {
    person: 'ada' as string | null,
    reachable: true,
    now: '2026-11-25T12:00:00Z',
    kept: [] as { id: string; by: string | null; sentAt?: string }[],
    requests: [] as { lane: string; ids: string[] }[],
    taken: [] as string[],
    /** what to answer instead of keeping; undefined keeps */
    answer: (_lane: string, _items: readonly OutboxItem[]): Outcome | undefined | Promise<Outcome | undefined> =>
      undefined,
  };
  async function take(lane: string, items: readonly OutboxItem[], sentAt?: string): Promise<Outcome> {
    server.requests.push({ lane, ids: items.map(({ id }) => id) });
    if (!server.reachable) return { kind: 'unreachable' };
    const told = await server.answer(lane, items);
    if (told) return told;
    for (const { id } of items) {
      if (!server.kept.some((one) => one.id === id))
        server.kept.push({ id, by: server.person, ...(sentAt ? { sentAt } : {}) });
    }
    return { kind: 'kept' };
  }
  const transport: Transport = {
    who: async () => (server.reachable ? { personId: server.person, now: server.now } : 'unreachable'),
    entries: (jobId, items, sentAt) => take(`entry:${jobId}`, items, sentAt),
    photo: (item: PhotoItem) => take(`photo:${item.jobId}`, [item]),
    taken: async (_jobId, items) => void server.taken.push(...items.map(({ id }) => id)),
  };
  return { server, transport };
}

let count = 0;
/** A tick of a person on a job. */
export function tick(jobId = 'job', person = 'ada', padding = ''): EntryItem {
  count += 1;
  const id = `tick-${count}`;
  const entry = { id, at: '2026-11-25T11:00:00Z', kind: 'paused' as const, reason: `wind${padding}` };
  return { kind: 'entry', id, jobId, by: { id: person, name: person }, device: 'phone', entry };
}

export function picture(jobId = 'job', person = 'ada'): PhotoItem {
  count += 1;
  const id = `picture-${count}`;
  const fields = { id, arrayId: 'array', jobId, role: 'before' as const, caption: 'Array before' };
  const by = { id: person, name: person };
  return { kind: 'photo', id, jobId, by, device: 'phone', fields, name: 'a.jpg', bytes: 3, sha256: '' };
}
