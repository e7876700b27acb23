import 'fake-indexeddb/auto';
import { expect } from 'chai';
import Dexie from 'dexie';
import { written } from '../../core/findings.ts';
import { dexieOutbox } from '../outbox/dexie.ts';
import { picture, tick } from '../testing/outbox.ts';
import { NO_LOCK } from './lock.ts';
import { readLock } from './readLock.ts';
import { DeviceStore } from './store.ts';

// Another test may have read the library before there was a store to find.
Dexie.dependencies.indexedDB = indexedDB;
Dexie.dependencies.IDBKeyRange = IDBKeyRange;

let count = 0;
const fresh = (): string => {
  count += 1;
  return `device-${count}`;
};

describe('what a device keeps', () => {
  it('of an earlier version is read by the newest: nothing is lost, and nobody is said to have done it', async () => {
    const name = fresh();
    const former = new Dexie(name);
    former.version(1).stores({ jobs: 'id', entries: '++order, id, jobId', photos: 'id, jobId' });
    const entry = { id: 'e1', at: '2026-11-25T08:00:00Z', kind: 'paused', reason: 'wind' };
    await former.table('jobs').add({ id: 'j', job: { id: 'j' } });
    await former.table('entries').bulkAdd([
      { id: 'e1', jobId: 'j', entry },
      { id: 'e2', jobId: 'j', entry: { ...entry, id: 'e2' }, refused: 'signed', aside: true },
    ]);
    const fields = { id: 'p1', arrayId: 'a', jobId: 'j', role: 'before', caption: 'Array before' };
    await former.table('photos').add({ id: 'p1', jobId: 'j', fields, file: new Blob(['abc']), name: 'a.jpg' });
    former.close();

    const store = new DeviceStore(name);
    const outbox = dexieOutbox(store);
    const items = await outbox.list();
    expect(items.map(({ id, kind, by }) => [id, kind, by])).to.deep.equal([
      ['e1', 'entry', null],
      ['e2', 'entry', null],
      ['p1', 'photo', null],
    ]);
    expect(items[1]).to.include({ refused: 'signed', aside: true });
    expect(await outbox.file('p1')).to.not.equal(undefined);
    expect((await store.jobs.get('j'))?.id).to.equal('j');
    store.close();
  });

  it('of before findings were codes has its kit as it was written', async () => {
    const name = fresh();
    const former = new Dexie(name);
    former.version(3).stores({ jobs: 'id', items: '++order, &id, jobId', files: 'id', lock: 'key' });
    const kit = [{ key: 'pole', label: 'Pole, 6 m, clamps tried', because: 'Reach of this array.' }];
    await former.table('jobs').add({ id: 'j', job: { id: 'j', kit } });
    former.close();
    const store = new DeviceStore(name);
    expect((await store.jobs.get('j'))?.job.kit).to.deep.equal([
      { key: 'pole', label: written('Pole, 6 m, clamps tried'), because: written('Reach of this array.') },
    ]);
    store.close();
  });

  it('comes back in the order in which it was kept, and goes with its file', async () => {
    const store = new DeviceStore(fresh());
    const outbox = dexieOutbox(store);
    const [one, two, photo] = [tick(), tick(), picture()];
    await outbox.add(two);
    await outbox.add(one);
    await outbox.add(photo, new Blob(['abc']));
    expect((await outbox.list()).map(({ id }) => id)).to.deep.equal([two.id, one.id, photo.id]);
    await outbox.remove([two.id, photo.id]);
    expect((await outbox.list()).map(({ id }) => id)).to.deep.equal([one.id]);
    expect(await outbox.file(photo.id)).to.equal(undefined);
    store.close();
  });

  it('is kept once under one id, and the refusal to keep it twice is heard', async () => {
    const store = new DeviceStore(fresh());
    const outbox = dexieOutbox(store);
    const one = tick();
    await outbox.add(one);
    expect(
      await outbox.add(one).then(
        () => 'kept',
        () => 'refused',
      ),
    ).to.equal('refused');
    store.close();
  });

  it('carries what is changed of it, and nothing else changes', async () => {
    const store = new DeviceStore(fresh());
    const outbox = dexieOutbox(store);
    const [one, two] = [tick(), tick()];
    await outbox.add(one);
    await outbox.add(two);
    await outbox.change(one.id, { refused: 'no such module' });
    expect(await outbox.list()).to.deep.equal([{ ...one, refused: 'no such module' }, two]);
    store.close();
  });

  describe('of who left it', () => {
    it('is read without the library as it was written with it', async () => {
      const name = fresh();
      const store = new DeviceStore(name);
      const left = { ...NO_LOCK, person: { id: 'p', name: 'Ada Brook' }, signedOut: true };
      await store.lock.put({ ...left, key: 'lock' });
      store.close();
      expect(await readLock(name)).to.deep.equal({ ...left, key: 'lock' });
    });

    it('is nothing where nobody was, and nothing is made by asking', async () => {
      const name = fresh();
      expect(await readLock(name)).to.equal(undefined);
      expect((await indexedDB.databases()).map((database) => database.name)).to.not.include(name);
      const store = new DeviceStore(name);
      expect(await store.items.count()).to.equal(0);
      expect(await readLock(name)).to.equal(undefined);
      store.close();
    });

    it('is nothing in a store from before there were locks, and that is left as it was', async () => {
      const name = fresh();
      const former = new Dexie(name);
      former.version(1).stores({ jobs: 'id', entries: '++order, id, jobId', photos: 'id, jobId' });
      await former.table('jobs').add({ id: 'j', job: { id: 'j' } });
      former.close();
      expect(await readLock(name)).to.equal(undefined);
      const store = new DeviceStore(name);
      expect(await store.jobs.count()).to.equal(1);
      store.close();
    });
  });
});
