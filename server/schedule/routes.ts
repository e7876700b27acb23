import type { scheduleEndpoints } from '../../contract/schedule/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { readKitDays } from './kitDays.ts';
import { readDay } from './useCases.ts';

export const scheduleHandlers: Pick<Handlers, keyof typeof scheduleEndpoints> = {
  readDay: (context, { query }) => readDay(context, query),
  readKitDays: (context, { query }) => readKitDays(context, query),
};
