import type { NextFunction, Request, Response } from 'express';
import { unavailable } from '../errors.ts';
import type { Pulse } from '../storage/pulse.ts';
import { answerProblems } from './problems.ts';

/**
 * Answers 503 at once while the database does not answer, and to whoever is waiting when its pulse is lost: a frozen
 * database must not hang the people before it. What it still does after that is no loss: writes are sent again by id.
 */
export function withPulse(pulse: Pulse) {
  return (request: Request, response: Response, next: NextFunction): void => {
    if (!pulse.alive()) throw unavailable();
    const giveUp = () => {
      if (!response.headersSent) answerProblems(unavailable(), request, response, next);
    };
    response.once('close', pulse.onLost(giveUp));
    next();
  };
}
