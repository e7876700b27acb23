import Dexie, { type Table } from 'dexie';
import type { AnswerOf } from '../../contract/endpoint.ts';
import type { Endpoints } from '../../contract/index.ts';
import { written } from '../../core/findings.ts';
import type { JobEntry } from '../../core/jobs/progress.ts';
import type { OutboxItem, PhotoFields } from './items.ts';
import type { LockState } from './lock.ts';
import { STORE_NAME } from './readLock.ts';

export type Job = AnswerOf<Endpoints['readJob']>;

/** As the first version kept them, before items said who did them. */
interface FormerEntry {
  id: string;
  jobId: string;
  entry: JobEntry;
  refused?: string;
  aside?: boolean;
}
interface FormerPhoto {
  id: string;
  jobId: string;
  fields: PhotoFields;
  file: Blob;
  name: string;
  refused?: string;
  aside?: boolean;
}

/** What this device keeps. Older versions are brought to the newest step by step; nothing kept is dropped on the way. */
export class DeviceStore extends Dexie {
  jobs!: Table<{ id: string; job: Job }, string>;
  items!: Table<OutboxItem & { order?: number }, number>;
  files!: Table<{ id: string; file: Blob }, string>;
  lock!: Table<LockState & { key: 'lock' }, string>;

  constructor(name = STORE_NAME) {
    // What is said to be kept is on the disk, and not on its way there: a phone is switched off, and a browser killed.
    super(name, { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ jobs: 'id', entries: '++order, id, jobId', photos: 'id, jobId' });
    this.version(2)
      .stores({
        jobs: 'id',
        items: '++order, &id, jobId',
        files: 'id',
        lock: 'key',
        entries: '++order, id, jobId',
        photos: 'id, jobId',
      })
      .upgrade(async (trx) => {
        const former = { by: null, device: '' };
        const entries: FormerEntry[] = await trx.table('entries').orderBy('order').toArray();
        for (const { id, jobId, entry, refused, aside } of entries) {
          await trx.table('items').add({ ...former, kind: 'entry', id, jobId, entry, ...marks(refused, aside) });
        }
        for (const { id, jobId, fields, file, name: called, ...rest } of await formerPhotos(trx.table('photos'))) {
          const photo = { kind: 'photo', id, jobId, fields, name: called, bytes: file.size, sha256: '' };
          await trx.table('items').add({ ...former, ...photo, ...marks(rest.refused, rest.aside) });
          await trx.table('files').add({ id, file });
        }
      });
    this.version(3).stores({ entries: null, photos: null });
    // A job that was kept before findings were codes has its kit in words.
    this.version(4)
      .stores({})
      .upgrade(async (trx) => {
        const told = (words: unknown) => (typeof words === 'string' ? written(words) : words);
        await trx
          .table('jobs')
          .toCollection()
          .modify((row: { job: { kit?: { label: unknown; because: unknown }[] } }) => {
            for (const item of row.job.kit ?? [])
              Object.assign(item, { label: told(item.label), because: told(item.because) });
          });
      });
  }
}

const formerPhotos = (table: Table): Promise<FormerPhoto[]> => table.toArray();

const marks = (refused: string | undefined, aside: boolean | undefined) => ({
  ...(refused === undefined ? {} : { refused }),
  ...(aside === undefined ? {} : { aside }),
});

export const deviceStore = new DeviceStore();
