import type { Remote } from 'comlink';

/** A worker that runs, and how it is ended. */
export interface Running<T> {
  tasks: Remote<T>;
  end: () => void;
}

interface TaskQueueOptions<T> {
  start: () => Running<T>;
  /** how many pieces of work may wait while one is done */
  mostWaiting: number;
  /** ms after which a piece is given up, and the worker with it */
  timeLimit: number;
  /** @returns stops the clock */
  after?: (ms: number, ring: () => void) => () => void;
}

export interface TaskQueue<T> {
  /** the tasks of the worker; each is done when those before it are */
  tasks: Remote<T>;
  /** ends what is done and forgets what waits: whoever asked hears nothing more of it */
  cancel: () => void;
}

/** Somebody asks for more than can be done before they would have forgotten about it. */
export class TooMuchAsked extends Error {}
export class TookTooLong extends Error {
  constructor() {
    super('It took too long and was given up. Make the question smaller, or try again.');
  }
}

const ringAfter = (ms: number, ring: () => void) => {
  const timer = setTimeout(ring, ms);
  return () => clearTimeout(timer);
};

/** Asks a worker for one thing at a time. One that takes too long is ended, and the next begins on a fresh one. */
export function createTaskQueue<T extends object>(options: TaskQueueOptions<T>): TaskQueue<T> {
  const { start, mostWaiting, timeLimit, after = ringAfter } = options;
  let running: Running<T> | null = null;
  let waiting: (() => void)[] = [];
  let stopClock: (() => void) | null = null;

  function next(): void {
    stopClock?.();
    stopClock = null;
    waiting.shift()?.();
  }

  function endWorker(): void {
    running?.end();
    running = null;
  }

  function run(name: string, given: unknown[]): Promise<unknown> {
    return new Promise((resolve, reject) => {
      const begin = () => {
        running ??= start();
        const worker = running;
        let over = false;
        const end = (settle: () => void) => {
          // Of a worker that was ended nothing more is heard.
          if (over || running !== worker) return;
          over = true;
          settle();
          next();
        };
        stopClock = after(timeLimit, () =>
          end(() => {
            endWorker();
            reject(new TookTooLong());
          }),
        );
        const task = (worker.tasks as unknown as Record<string, (...all: unknown[]) => Promise<unknown>>)[name];
        (task as NonNullable<typeof task>)(...given).then(
          (value) => end(() => resolve(value)),
          (error: unknown) => end(() => reject(error)),
        );
      };
      if (stopClock === null) begin();
      else if (waiting.length < mostWaiting) waiting.push(begin);
      else reject(new TooMuchAsked('Too much is being worked out already. Wait for it, or leave the page.'));
    });
  }

  return {
    tasks: new Proxy({} as Remote<T>, {
      get:
        (_nothing, name) =>
        (...given: unknown[]) =>
          run(String(name), given),
    }),
    cancel() {
      waiting = [];
      stopClock?.();
      stopClock = null;
      endWorker();
    },
  };
}
