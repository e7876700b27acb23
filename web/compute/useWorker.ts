import { proxy, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { createTaskQueue, type Running, type TaskQueue } from './taskQueue.ts';
import type { Tasks } from './worker.ts';

/** What one page may have waiting at its worker, and how long one piece may take on a slow phone, ms. */
const LIMITS = { mostWaiting: 20, timeLimit: 180_000 };

function start(): Running<Tasks> {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  return { tasks: wrap<Tasks>(worker), end: () => worker.terminate() };
}

/** A worker of the page's own, ended with it. `cancel` ends what it is doing and begins afresh. */
export function useWorker() {
  const queue = useRef<TaskQueue<Tasks> | null>(null);
  const get = useCallback(() => {
    queue.current ??= createTaskQueue<Tasks>({ start, ...LIMITS });
    return queue.current.tasks;
  }, []);
  const cancel = useCallback(() => queue.current?.cancel(), []);
  useEffect(() => cancel, [cancel]);
  return { get, cancel };
}

/**
 * The newest answer to an input that changes while somebody drags: one computation at a time, and when it is done the
 * last input that came meanwhile.
 */
export function useNewest<I, O>(compute: (input: I) => Promise<O>, input: I) {
  const [done, setDone] = useState<{ key: string; answer: O | null; error: unknown } | null>(null);
  const working = useRef(false);
  const key = JSON.stringify(input);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the input, whose object is new each time
  useEffect(() => {
    if (working.current || done?.key === key) return;
    working.current = true;
    const end = (answer: O | null, error: unknown) => {
      working.current = false;
      setDone({ key, answer, error });
    };
    compute(input).then(
      (answer) => end(answer, null),
      (error: unknown) => end(null, error),
    );
  }, [key, done]);
  return { answer: done?.answer ?? null, error: done?.error ?? null, busy: done?.key !== key };
}

export { proxy };
