import type { Handlers } from '../handlers.ts';
import { makeSafetyPaper } from './paper.ts';
import { readSafety, writeSafety } from './safety.ts';

export const safetyHandlers: Pick<Handlers, 'readSafety' | 'writeSafety' | 'safetyPaper'> = {
  readSafety: (context, { params }) => readSafety(context, params.id),
  writeSafety: (context, { params, body }) => writeSafety(context, params.id, body),
  safetyPaper: (context, { params }) => makeSafetyPaper(context, params.id),
};
