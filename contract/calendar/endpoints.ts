import { z } from 'zod';
import { EVERYONE, endpoint } from '../endpoint.ts';

const link = z.object({ madeAt: z.string().nullable() });

export const calendarEndpoints = {
  readCalendarLink: endpoint({
    method: 'GET',
    path: '/api/session/calendar',
    summary: 'Since when one has a calendar link; never what it is',
    roles: EVERYONE,
    answer: link,
  }),
  makeCalendarLink: endpoint({
    method: 'POST',
    path: '/api/session/calendar',
    summary: 'Make a private calendar link in place of any before; it leaves the server once, in this answer',
    roles: EVERYONE,
    body: z.object({}),
    answer: link.extend({ token: z.string() }),
  }),
  dropCalendarLink: endpoint({
    method: 'DELETE',
    path: '/api/session/calendar',
    summary: 'Take one’s calendar link back',
    roles: EVERYONE,
    answer: link,
  }),
  calendarFile: endpoint({
    method: 'GET',
    path: '/api/calendar.ics',
    summary: 'One’s visits, due windows and follow-ups as an iCalendar file',
    roles: EVERYONE,
    file: 'text/calendar',
  }),
  calendarFeed: endpoint({
    method: 'GET',
    path: '/api/calendar/by-link/:token/pail.ics',
    summary: 'The same behind a private link, for a calendar that subscribes to it',
    roles: 'public',
    params: z.object({ token: z.string().min(20).max(100) }),
    file: 'text/calendar',
  }),
};
