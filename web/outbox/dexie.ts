import type { OutboxItem, OutboxStore } from '../device/items.ts';
import type { DeviceStore, Job } from '../device/store.ts';

/** What waits to be sent, in the store of the device. */
export const dexieOutbox = (store: DeviceStore): OutboxStore => ({
  list: async () => (await store.items.orderBy('order').toArray()).map(({ order: _, ...item }) => item as OutboxItem),
  add: (item, file) =>
    store.transaction('rw', store.items, store.files, async () => {
      await store.items.add({ ...item });
      if (file) await store.files.add({ id: item.id, file });
    }),
  file: async (id) => (await store.files.get(id))?.file,
  change: async (id, change) => {
    await store.items.where({ id }).modify(change as Partial<OutboxItem & { order?: number }>);
  },
  remove: (ids) =>
    store.transaction('rw', store.items, store.files, async () => {
      await store.items
        .where('id')
        .anyOf([...ids])
        .delete();
      await store.files.bulkDelete([...ids]);
    }),
});

/** Keeps a job on the device, so that its cards open without a signal. */
export const keepJob = (store: DeviceStore, job: Job): Promise<unknown> => store.jobs.put({ id: job.id, job });

/** Puts into a kept job what the server has taken but could not be asked about since. */
export const addToKept = (store: DeviceStore, jobId: string, items: readonly OutboxItem[]): Promise<unknown> =>
  store.jobs.where({ id: jobId }).modify((row) => {
    const known = new Set(row.job.entries.map(({ id }) => id));
    for (const item of items) {
      if (item.kind === 'entry' && !known.has(item.id))
        row.job.entries.push({ ...item.entry, by: item.by?.name ?? '' });
    }
  });
