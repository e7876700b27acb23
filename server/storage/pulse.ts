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
            connectionTimeoutMillis: patience,
            query_timeout: patience,
            application_name: 'wide-pail pulse',
          });
          client.on('error', drop);
          await client.connect();
        }
        await client.query('select 1');
      } catch (error) {
        drop();
        throw error;
      }
    },
    close: async () => drop(),
  };
}
