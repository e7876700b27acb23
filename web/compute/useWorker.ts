import { keepPreviousData, useQuery } from '@tanstack/react-query';
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

/** How long an answer is kept that nobody looks at, ms: whoever goes back to a slider’s old place has it at once. */
const KEPT = 60_000;

/** Work whose asker has gone: its answer is of no use, and it is not waited for. */
const unless = <O>(signal: AbortSignal, work: Promise<O>): Promise<O> =>
  Promise.race([
    work,
    new Promise<never>((_, reject) => signal.addEventListener('abort', () => reject(signal.reason as Error))),
  ]);

/**
 * The newest answer to an input that changes while somebody drags: one computation at a time, and when it is done the
 * last input that came meanwhile. The answer to the one before stands until then.
 * @param what under which the answers are kept; two that ask the same question of the same input share them
 */
export function useNewest<I, O>(what: string, compute: (input: I) => Promise<O>, input: I) {
  const [asked, setAsked] = useState(input);
  const newest = JSON.stringify(input) === JSON.stringify(asked);
  const { data, error, isFetching, isPlaceholderData } = useQuery({
    queryKey: ['worked out', what, asked],
    queryFn: ({ signal }) => unless(signal, compute(asked)),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: KEPT,
    retry: false,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });
  useEffect(() => {
    if (!newest && !isFetching) setAsked(input);
  }, [newest, isFetching, input]);
  return {
    answer: data ?? null,
    error: error as unknown,
    busy: !newest || isPlaceholderData || (isFetching && data === undefined),
  };
}

export { proxy };
