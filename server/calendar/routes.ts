import type { calendarEndpoints } from '../../contract/calendar/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as calendar from './useCases.ts';

export const calendarHandlers: Pick<Handlers, keyof typeof calendarEndpoints> = {
  readCalendarLink: (context) => calendar.readCalendarLink(context),
  makeCalendarLink: (context) => calendar.makeCalendarLink(context),
  dropCalendarLink: (context) => calendar.dropCalendarLink(context),
  calendarFile: (context) => calendar.calendarFile(context),
  calendarFeed: (context, { params }) => calendar.calendarFeed(context, params.token),
};
