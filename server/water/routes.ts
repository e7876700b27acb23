import type { waterEndpoints } from '../../contract/water/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as water from './useCases.ts';

export const waterHandlers: Pick<Handlers, keyof typeof waterEndpoints> = {
  addWaterReading: (context, { params, body }) => water.addWaterReading(context, params.id, body),
};
