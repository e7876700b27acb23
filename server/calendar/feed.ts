import ical, { ICalCalendarMethod, ICalEventStatus, ICalEventTransparency } from 'ical-generator';
import { addedDays } from '../../core/time/dates.ts';
import { CALENDAR_WORDS as WORDS } from '../../words/en/calendar.ts';

/** A job as a calendar shows it: at its first cool hour where there is one, else on its day. */
export interface WashEvent {
  id: string;
  site: string;
  place: string;
  /** `YYYY-MM-DD` */
  day: string;
  /** ms since 1970; null for the whole day */
  begins: number | null;
  /** whether its day is over */
  passed: boolean;
  minutes: number;
  modules: number;
  visit: number;
  cancelled: boolean;
  version: number;
}

/** A visit that is on no day yet, or was left out. */
export interface WindowEvent {
  id: string;
  site: string;
  number: number;
  dueFrom: string;
  dueTo: string;
  cancelled: boolean;
  version: number;
}

/** A day on which somebody asks about an offer that waits. */
export interface FollowEvent {
  id: string;
  site: string;
  quote: string;
  said: string;
  on: string;
  version: number;
}

export interface CalendarOf {
  firm: string;
  washes: readonly WashEvent[];
  windows: readonly WindowEvent[];
  followUps: readonly FollowEvent[];
}

/** An identity that stays the same however often the calendar is fetched (RFC 5545, UID). */
const uid = (kind: string, id: string): string => `${kind}-${id}@wide-pail`;
/** A day without an hour is the same day in every zone. */
const dayAt = (day: string): Date => new Date(`${day}T00:00:00Z`);

const status = (cancelled: boolean) => (cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED);

/** The calendar as RFC 5545 text. A change of an event has a higher sequence; what was called off is said to be cancelled. */
export function feedOf({ firm, washes, windows, followUps }: CalendarOf, now: Date): string {
  const calendar = ical({
    name: WORDS.name(firm),
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Wide Pail', product: 'Calendar', language: 'EN' },
    ttl: 3600,
  });
  const whole = (first: string, last: string) => ({
    start: dayAt(first),
    end: dayAt(addedDays(last, 1)),
    allDay: true,
  });
  for (const wash of washes)
    calendar.createEvent({
      ...(wash.begins === null
        ? whole(wash.day, wash.day)
        : { start: new Date(wash.begins), end: new Date(wash.begins + wash.minutes * 60_000) }),
      id: uid('job', wash.id),
      stamp: now,
      // A day far ahead gets its hour as it comes near, and is a day again once it is over: these too are changes.
      sequence: wash.version * 3 + (wash.passed ? 2 : wash.begins === null ? 0 : 1),
      status: status(wash.cancelled),
      summary: WORDS.wash(wash.site),
      location: wash.place,
      description: WORDS.washOf(wash.modules, wash.visit, wash.minutes),
    });
  for (const visit of windows)
    calendar.createEvent({
      ...whole(visit.dueFrom, visit.dueTo),
      id: uid('visit', visit.id),
      stamp: now,
      sequence: visit.version,
      status: visit.cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.TENTATIVE,
      transparency: ICalEventTransparency.TRANSPARENT,
      summary: WORDS.book(visit.site, visit.number),
      description: WORDS.bookBetween,
    });
  for (const one of followUps)
    calendar.createEvent({
      ...whole(one.on, one.on),
      id: uid('quote', one.id),
      stamp: now,
      sequence: one.version,
      status: ICalEventStatus.CONFIRMED,
      transparency: ICalEventTransparency.TRANSPARENT,
      summary: WORDS.ask(one.site),
      description: WORDS.askAbout(one.quote, one.said),
    });
  return calendar.toString();
}
