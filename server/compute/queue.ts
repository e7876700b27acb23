import type { Knex } from 'knex';
import PgBoss from 'pg-boss';

/** Work that must survive a crash. It is queued in the database, in the transaction that asks for it. */
export interface Queue {
  send(trx: Knex.Transaction, name: QueueName, data: { id: string }): Promise<void>;
  /** has a queue looked at now, where somebody waits for what was sent; another process may still be the one that finds it */
  wake(name: QueueName): void;
  close(): Promise<void>;
}

const QUEUES = ['photo.prepare', 'energy.drift', 'import.take', 'quotes.expire', 'people.prune'] as const;
export type QueueName = (typeof QUEUES)[number];
export type QueueHandlers = Record<QueueName, (data: { id: string }) => Promise<void>>;

/** Work of which one piece waits for each thing, however often it is asked for; what has begun is not counted. */
const ONE_WAITS: ReadonlySet<QueueName> = new Set(['energy.drift']);
const ONE_OF_EACH = { policy: 'short' } as const;

interface QueueOptions {
  url: string;
  handlers: QueueHandlers;
  onError: (error: Error) => void;
}

export async function startQueue({ url, handlers, onError }: QueueOptions): Promise<Queue> {
  const boss = new PgBoss({ connectionString: url, max: 3, schema: 'work' });
  boss.on('error', onError);
  await boss.start();
  const looking = new Map<QueueName, string>();
  for (const name of QUEUES) {
    await boss.createQueue(name, {
      name,
      retryLimit: 5,
      retryBackoff: true,
      ...(ONE_WAITS.has(name) ? ONE_OF_EACH : {}),
    });
    const worker = await boss.work<{ id: string }>(
      name,
      { pollingIntervalSeconds: 0.5, batchSize: 5 },
      async (jobs) => {
        for (const job of jobs) await handlers[name](job.data);
      },
    );
    looking.set(name, worker);
  }
  await boss.schedule('quotes.expire', '7 * * * *', { id: '' });
  await boss.schedule('people.prune', '23 * * * *', { id: '' });
  return {
    async send(trx, name, data) {
      const connection = await trx.client.acquireConnection();
      const executeSql = async (text: string, values: unknown[]) => connection.query(text, values);
      await boss.send(name, data, { db: { executeSql }, ...(ONE_WAITS.has(name) ? { singletonKey: data.id } : {}) });
    },
    wake(name) {
      const worker = looking.get(name);
      if (worker) boss.notifyWorker(worker);
    },
    close: () => boss.stop({ graceful: true, close: true, timeout: 5000 }),
  };
}
