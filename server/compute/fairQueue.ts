/** Somebody asks for more than can be done; nothing was begun. */
export class QueueFull extends Error {}
/** Given up: by whoever asked, or because it took too long. */
export class WorkStopped extends Error {
  readonly because: 'cancelled' | 'too long';
  constructor(because: 'cancelled' | 'too long') {
    super(because);
    this.because = because;
  }
}

export interface FairQueueOptions {
  /** how much is done at the same time, in all and of one person: a share that leaves room for others */
  atOnce: number;
  atOnceOfOne: number;
  /** how much may wait, in all and of one person */
  mostWaiting: number;
  mostOfOne: number;
  /** ms after which work is stopped that has begun */
  timeLimit: number;
}

interface Waiting {
  begin: () => void;
  refuse: (error: Error) => void;
}

export interface FairQueue {
  /**
   * Does a piece of work when its turn comes. Persons take turns, so that a hundred pieces of one hold up another's by one.
   * @param work is given a signal that stops it
   * @param signal of whoever asked: once they have gone, nothing is begun, and what has begun is stopped
   */
  run<T>(person: string, work: (signal: AbortSignal) => Promise<T>, signal?: AbortSignal): Promise<T>;
}

export function createFairQueue(options: FairQueueOptions): FairQueue {
  const { atOnce, atOnceOfOne, mostWaiting, mostOfOne, timeLimit } = options;
  /** who waits, in the order of their turns, each with their pieces in order */
  const turns = new Map<string, Waiting[]>();
  /** how much of each person is being done */
  const ofPerson = new Map<string, number>();
  let running = 0;
  let waiting = 0;

  function next(): void {
    while (running < atOnce) {
      const turn = [...turns].find(([person]) => (ofPerson.get(person) ?? 0) < atOnceOfOne);
      if (turn === undefined) return;
      const [person, pieces] = turn;
      const piece = pieces.shift();
      // Whoever has had a turn goes to the end of the line, and out of it where nothing is left.
      turns.delete(person);
      if (pieces.length > 0) turns.set(person, pieces);
      if (piece === undefined) continue;
      waiting -= 1;
      running += 1;
      ofPerson.set(person, (ofPerson.get(person) ?? 0) + 1);
      piece.begin();
    }
  }

  function takeOut(person: string, piece: Waiting): boolean {
    const pieces = turns.get(person);
    const at = pieces?.indexOf(piece) ?? -1;
    if (pieces === undefined || at < 0) return false;
    pieces.splice(at, 1);
    if (pieces.length === 0) turns.delete(person);
    waiting -= 1;
    return true;
  }

  /** Waits for a turn. @returns gives it back */
  function turnOf(person: string, signal: AbortSignal | undefined): Promise<() => void> {
    return new Promise((resolve, reject) => {
      const give = () => {
        running -= 1;
        const left = (ofPerson.get(person) ?? 1) - 1;
        if (left > 0) ofPerson.set(person, left);
        else ofPerson.delete(person);
        next();
      };
      const piece: Waiting = { begin: () => resolve(give), refuse: reject };
      const own = turns.get(person) ?? [];
      if (waiting >= mostWaiting || own.length >= mostOfOne) return reject(new QueueFull());
      own.push(piece);
      turns.set(person, own);
      waiting += 1;
      signal?.addEventListener('abort', () => takeOut(person, piece) && piece.refuse(new WorkStopped('cancelled')), {
        once: true,
      });
      next();
    });
  }

  return {
    async run(person, work, signal) {
      if (signal?.aborted) throw new WorkStopped('cancelled');
      const give = await turnOf(person, signal);
      const limit = AbortSignal.timeout(timeLimit);
      try {
        // The turn came in the moment in which they went.
        if (signal?.aborted) throw new WorkStopped('cancelled');
        return await work(signal ? AbortSignal.any([signal, limit]) : limit);
      } catch (error) {
        if (limit.aborted) throw new WorkStopped('too long');
        if (signal?.aborted) throw new WorkStopped('cancelled');
        throw error;
      } finally {
        give();
      }
    },
  };
}
