import type { methodsEndpoints } from '../../contract/methods/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as methods from './useCases.ts';

export const methodsHandlers: Pick<Handlers, keyof typeof methodsEndpoints> = {
  makePlan: (context, { params, body }) => methods.planSite(context, params.id, body),
  listPlans: (context, { params, query }) => methods.listPlans(context, params.id, query),
};
