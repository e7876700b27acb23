import pg from 'pg';

/** Whether the database answers, known without asking it. */
export interface Pulse {
  alive(): boolean;
  /** @param listener is called each time the pulse is lost. @returns takes the listener away */
  onLost(listener: () => void): () => void;
  stop(): Promise<void>;
}

export interface PulseOptions {
  /** asks the database something small; rejects where there is no answer in time */
  probe: () => Promise<unknown>;
  /** pause between two probes, ms */
  every: number;
  /** how many probes have to miss one after another */
  misses: number;
}

/** Feels the pulse of a database. It counts as alive until that many probes have missed. */
export function startPulse({ probe, every, misses }: PulseOptions): Pulse {
  const listeners = new Set<() => void>();
  let missed = 0;
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;
  const feel = async (): Promise<void> => {
    const answered = await probe().then(
      () => true,
      () => false,
    );
    missed = answered ? 0 : missed + 1;
    if (missed === misses) for (const listener of [...listeners]) listener();
    if (!stopped) timer = setTimeout(() => void feel(), every);
  };
  void feel();
  return {
    alive: () => missed < misses,
    onLost: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    stop: async () => {
      stopped = true;
      clearTimeout(timer);
    },
  };
}

/** How late a timer may fire, as a share of what it was set to, before nothing can be told from it. */
const TRUSTED = 0.25;

/**
 * An answer that comes within a time, or an error. Where this process itself was held up for long, the answer may lie
 * here unread: it is read first, and the time is taken anew.
 * @param patience ms
 */
export async function inTime<T>(answer: Promise<T>, patience: number): Promise<T> {
  const come = answer.then((value) => ({ value }));
  for (;;) {
    const began = performance.now();
    const none = new Promise<null>((resolve) => {
      const timer = setTimeout(() => setImmediate(() => setImmediate(() => resolve(null))), patience);
      const over = () => clearTimeout(timer);
      answer.then(over, over);
    });
    const outcome = await Promise.race([come, none]);
    if (outcome) return outcome.value;
    if (performance.now() - began - patience < patience * TRUSTED) throw new Error('No answer in time.');
  }
}

/** A probe over a connection of its own, which is made anew after each miss. @param patience ms */
export function databaseProbe(
  url: string,
  patience: number,
): { probe: () => Promise<void>; close: () => Promise<void> } {
  let client: pg.Client | null = null;
  const drop = () => {
    const old = client;
    client = null;
    // A frozen server does not answer a farewell either: nobody waits for it.
    old?.end().catch(() => undefined);
  };
  return {
    probe: async () => {
      try {
        if (client === null) {
          client = new pg.Client({
            connectionString: url,
            connectionTimeoutMillis: 3 * patience,
            application_name: 'wide-pail pulse',
          });
          client.on('error', drop);
          await inTime(client.connect(), patience);
        }
        await inTime(client.query('select 1'), patience);
      } catch (error) {
        drop();
        throw error;
      }
    },
    close: async () => drop(),
  };
}
