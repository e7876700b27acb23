import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { busy, tookTooLong } from '../errors.ts';
import { createFairQueue, QueueFull, WorkStopped } from './fairQueue.ts';
import type * as tasks from './tasks.ts';

type Tasks = typeof tasks;

/** Worker threads for what would block a request: years of weather, papers, files. */
export interface Workers {
  run<K extends keyof Tasks>(name: K, input: Parameters<Tasks[K]>[0]): Promise<Awaited<ReturnType<Tasks[K]>>>;
  /** The same threads as one person's share of them. @param signal stops their work when they have gone */
  of(person: string, signal?: AbortSignal): Workers;
  close(): Promise<void>;
}

/** What one person may have waiting, and all together; what takes longer than a minute has gone wrong. */
const LIMITS = { mostOfOne: 120, mostWaiting: 600, timeLimit: 60_000 };

/** The built module of the tasks: beside the built server, and where its source runs in the folder into which it is built. */
const TASKS = new URL(import.meta.url.endsWith('.ts') ? '../dist/tasks.js' : './tasks.js', import.meta.url).href;

export function startWorkers(): Workers {
  // One more than one person may have: a person with much to do has every core, and leaves a thread to the others.
  const threads = availableParallelism() + 1;
  const pool = new Piscina({
    filename: TASKS,
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: 30_000,
    // What is built runs as it is, also where this process translates its sources.
    execArgv: ['--enable-source-maps'],
  });
  const queue = createFairQueue({ atOnce: threads, atOnceOfOne: threads - 1, ...LIMITS });
  const close = () => pool.destroy();
  const of = (person: string, signal?: AbortSignal): Workers => ({
    run: async (name, input) => {
      try {
        return await queue.run(person, (stop) => pool.run(input, { name, signal: stop }), signal);
      } catch (error) {
        if (error instanceof QueueFull) throw busy();
        if (error instanceof WorkStopped) throw tookTooLong(error.because);
        throw error;
      }
    },
    of,
    close,
  });
  return of('nobody in particular');
}
