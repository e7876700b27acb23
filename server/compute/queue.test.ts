import { expect } from 'chai';
import { type Database, openDatabase } from '../storage/database.ts';
import { emptyDatabase } from '../testing/harness.ts';
import { type Queue, startQueue } from './queue.ts';
import { startWorkers } from './workers.ts';

describe('work in the background', () => {
  let url: string;
  let database: Database;
  before(async () => {
    url = await emptyDatabase();
    database = openDatabase(url, 2);
  });
  after(() => database.destroy());

  const open: Queue[] = [];
  afterEach(async () => {
    for (const queue of open.splice(0)) await queue.close();
  });

  async function start(prepare: (id: string) => Promise<void>): Promise<Queue> {
    const queue = await startQueue({
      url,
      onError: () => undefined,
      handlers: {
        'photo.prepare': ({ id }) => prepare(id),
        'energy.drift': ({ id }) => prepare(id),
        'import.take': ({ id }) => prepare(id),
        'quotes.expire': async () => undefined,
        'people.prune': async () => undefined,
      },
    });
    open.push(queue);
    return queue;
  }

  const until = async (holds: () => boolean): Promise<void> => {
    while (!holds()) await new Promise((resolve) => setTimeout(resolve, 50));
  };

  it('is done after the transaction that asked for it', async () => {
    const done: string[] = [];
    const queue = await start(async (id) => void done.push(id));
    await database.transaction(async (trx) => {
      await queue.send(trx, 'photo.prepare', { id: 'asked' });
      expect(done).to.deep.equal([]);
    });
    await until(() => done.length > 0);
    expect(done).to.deep.equal(['asked']);
  });

  it('is never done where that transaction is rolled back', async () => {
    const done: string[] = [];
    const queue = await start(async (id) => void done.push(id));
    const rolledBack = database.transaction(async (trx) => {
      await queue.send(trx, 'photo.prepare', { id: 'rolled back' });
      throw new Error('no');
    });
    await rolledBack.catch(() => undefined);
    await database.transaction((trx) => queue.send(trx, 'photo.prepare', { id: 'kept' }));
    await until(() => done.includes('kept'));
    expect(done).to.deep.equal(['kept']);
  });

  it('is tried again when it fails', async () => {
    let tries = 0;
    const queue = await start(async () => {
      tries += 1;
      if (tries === 1) throw new Error('the disk was full');
    });
    await database.transaction((trx) => queue.send(trx, 'photo.prepare', { id: 'twice' }));
    await until(() => tries >= 2);
    expect(tries).to.equal(2);
  });

  it('that was queued before a stop is done after the next start', async () => {
    const first = await start(async () => undefined);
    await first.close();
    open.splice(0);
    const sender = await startQueue({
      url,
      onError: () => undefined,
      handlers: {
        'photo.prepare': () => Promise.reject(new Error('stopped')),
        'energy.drift': async () => undefined,
        'import.take': async () => undefined,
        'quotes.expire': async () => undefined,
        'people.prune': async () => undefined,
      },
    });
    await database.transaction((trx) => sender.send(trx, 'photo.prepare', { id: 'later' }));
    await sender.close();
    const done: string[] = [];
    await start(async (id) => void done.push(id));
    await until(() => done.length > 0);
    expect(done).to.deep.equal(['later']);
  });
});

describe('work on another thread', () => {
  it('comes back as plain data, and a failure comes back as an error', async () => {
    const workers = startWorkers();
    try {
      const failed = await workers.run('makePlan', {} as never).then(
        () => null,
        (error: unknown) => error,
      );
      expect(failed).to.be.instanceOf(Error);
    } finally {
      await workers.close();
    }
  });
});
