import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type * as tasks from './tasks.ts';

type Tasks = typeof tasks;

/** Worker threads for what would block a request: years of weather, papers. */
export interface Workers {
  run<K extends keyof Tasks>(name: K, input: Parameters<Tasks[K]>[0]): Promise<Awaited<ReturnType<Tasks[K]>>>;
  close(): Promise<void>;
}

export function startWorkers(): Workers {
  const pool = new Piscina({
    filename: new URL('./entry.mjs', import.meta.url).href,
    minThreads: 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 30_000,
  });
  return {
    run: (name, input) => pool.run(input, { name }),
    close: () => pool.destroy(),
  };
}
