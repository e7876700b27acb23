import type { NextFunction, Request, Response } from 'express';
import { type FairQueue, QueueFull } from '../compute/fairQueue.ts';
import { busy } from '../errors.ts';

/**
 * Lets requests through in turns of persons, so many at a time; each holds its turn until it is answered. What is costly
 * in memory or processor stands behind it; what only waits for a slow sender stands before.
 */
export function inTurns(queue: FairQueue) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const gone = new AbortController();
    response.once('close', () => gone.abort());
    const through = () =>
      new Promise<void>((resolve) => {
        response.once('close', resolve);
        next();
      });
    queue.run(request.person?.id ?? '', through, gone.signal).catch((error: unknown) => {
      // Whoever has gone meanwhile, or been answered, needs no other answer.
      if (error instanceof QueueFull) next(busy());
    });
  };
}
