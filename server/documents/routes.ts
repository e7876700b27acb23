import type { Handlers } from '../handlers.ts';
import { makeSafetyPaper } from './papers.ts';

/** Papers of rooms that the papers are made from. */
export const paperHandlers: Pick<Handlers, 'safetyPaper'> = {
  safetyPaper: (context, { params }) => makeSafetyPaper(context, params.id),
};
