import type { NextFunction, Request, Response } from 'express';

/**
 * Lets so many requests through at a time; the others wait, so that many large files at once fill neither the memory,
 * where it stands before the bodies are read, nor the processor. Whoever goes away while waiting gives up his place.
 */
export function turnstile(most: number) {
  let inside = 0;
  const waiting: (() => void)[] = [];
  const leave = () => {
    inside -= 1;
    waiting.shift()?.();
  };
  return (_request: Request, response: Response, next: NextFunction): void => {
    const enter = () => {
      inside += 1;
      response.once('close', leave);
      next();
    };
    if (inside < most) enter();
    else {
      waiting.push(enter);
      // The answer closes with the connection; the request does so as soon as its body is read.
      response.once('close', () => {
        const at = waiting.indexOf(enter);
        if (at >= 0) waiting.splice(at, 1);
      });
    }
  };
}
