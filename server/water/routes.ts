import type { waterEndpoints } from '../../contract/water/endpoints.ts';
import type { resinEndpoints } from '../../contract/water/resin.ts';
import type { Handlers } from '../handlers.ts';
import * as resin from './resinUseCases.ts';
import * as water from './useCases.ts';

export const waterHandlers: Pick<Handlers, keyof typeof waterEndpoints> = {
  addWaterReading: (context, { params, body }) => water.addWaterReading(context, params.id, body),
};

export const resinHandlers: Pick<Handlers, keyof typeof resinEndpoints> = {
  readResin: (context) => resin.readResin(context),
  addVessel: (context, { body }) => resin.addVessel(context, body),
  addResinEntry: (context, { body }) => resin.addResinEntry(context, body),
  readMeter: (context) => resin.readMeter(context),
};
