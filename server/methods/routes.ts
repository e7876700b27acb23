import type { methodsEndpoints } from '../../contract/methods/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { readSafety, writeSafety } from './safety.ts';
import { makeSafetyPaper } from './safetyPaper.ts';
import * as methods from './useCases.ts';

export const methodsHandlers: Pick<Handlers, keyof typeof methodsEndpoints> = {
  makePlan: (context, { params, body }) => methods.planSite(context, params.id, body),
  listPlans: (context, { params, query }) => methods.listPlans(context, params.id, query),
};

export const safetyHandlers: Pick<Handlers, 'readSafety' | 'writeSafety' | 'safetyPaper'> = {
  readSafety: (context, { params }) => readSafety(context, params.id),
  writeSafety: (context, { params, body }) => writeSafety(context, params.id, body),
  safetyPaper: (context, { params }) => makeSafetyPaper(context, params.id),
};
