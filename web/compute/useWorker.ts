import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Tasks } from './worker.ts';

interface Running {
  worker: Worker;
  tasks: Remote<Tasks>;
}

function start(): Running {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  return { worker, tasks: wrap<Tasks>(worker) };
}

/** A worker of the page's own, ended with it. `cancel` ends what it is doing and begins afresh. */
export function useWorker() {
  const running = useRef<Running | null>(null);
  const get = useCallback(() => {
    running.current ??= start();
    return running.current.tasks;
  }, []);
  const cancel = useCallback(() => {
    running.current?.worker.terminate();
    running.current = null;
  }, []);
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
