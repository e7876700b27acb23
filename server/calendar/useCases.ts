import { dateIn } from '../../core/time/calendar.ts';
import { addedDays } from '../../core/time/dates.ts';
import { visitsOnNoDay } from '../agreements/storage.ts';
import { readCompanyRow } from '../company/storage.ts';
import type { Context, OpenContext, SignedIn } from '../context.ts';
import { jobsOfCalendar } from '../jobs/storage.ts';
import { refuseGuess } from '../people/guessing.ts';
import { hashToken, makeToken } from '../people/passwords.ts';
import { personWhoMayEnter } from '../people/storage.ts';
import { followedQuotes } from '../quotes/storage.ts';
import { coolStart } from '../schedule/useCases.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { trail } from '../storage/writing.ts';
import { feedOf, type WashEvent } from './feed.ts';
import { dropLink, linkOf, ownerOf, setLink } from './storage.ts';

/** Days back and ahead that a calendar shows, and the days ahead for which it tells the hour. */
const SHOWN = { back: 60, ahead: 400, hours: 45 };
/** Events of a kind in one calendar. */
const MOST = 500;

export async function readCalendarLink({ database, person }: Context): Promise<{ madeAt: string | null }> {
  return { madeAt: (await linkOf(database, person.id, person.epoch))?.madeAt ?? null };
}

export function makeCalendarLink(context: Context): Promise<{ madeAt: string; token: string }> {
  return inTransaction(context, async (trx) => {
    const token = makeToken();
    const madeAt = context.clock();
    const { id: personId, epoch } = context.person;
    await setLink(trx, { personId, epoch, tokenHash: hashToken(token), madeAt });
    await trail(trx, context, { record: 'calendar link', id: context.person.id, action: 'make' });
    return { madeAt: madeAt.toISOString(), token };
  });
}

export function dropCalendarLink(context: Context): Promise<{ madeAt: null }> {
  return inTransaction(context, async (trx) => {
    await dropLink(trx, context.person.id);
    await trail(trx, context, { record: 'calendar link', id: context.person.id, action: 'drop' });
    return { madeAt: null };
  });
}

const file = (text: string) => ({
  bytes: Buffer.from(text),
  type: 'text/calendar; charset=utf-8',
  name: 'pail.ics',
  cache: 'never' as const,
});

export const calendarFile = async (context: Context) =>
  file(await calendarOf(context.database, context.person, context.clock()));

/** The calendar of whoever the link is of, as long as they may sign in by what they could sign in by when it was made. */
export async function calendarFeed(context: OpenContext, token: string) {
  const owner = await ownerOf(context.database, hashToken(token));
  const person = owner && (await personWhoMayEnter(context.database, owner.personId));
  if (person?.epoch !== owner?.epoch || !person)
    return refuseGuess(context, 'calendar behind this link: it was taken back; make a new one');
  return file(await calendarOf(context.database, person, context.clock()));
}

/** What somebody has in their calendar: the crew the washes, the desk also what is to be booked and followed up. */
async function calendarOf(connection: Connection, person: SignedIn, now: Date): Promise<string> {
  const company = await readCompanyRow(connection);
  const today = dateIn(now, company?.zone ?? 'UTC');
  const [from, to] = [addedDays(today, -SHOWN.back), addedDays(today, SHOWN.ahead)];
  const jobs = await jobsOfCalendar(connection, from, to, MOST);
  const near = jobs.filter(
    ({ scheduledFor }) => scheduledFor >= today && scheduledFor <= addedDays(today, SHOWN.hours),
  );
  const startOf = await coolStart(connection, near);
  const washes = jobs.map(
    ({ id, site, place, scheduledFor: day, minutes, modules, visit, state, version }): WashEvent => ({
      ...{ id, site, place, day, minutes, modules, visit, version },
      begins: near.some((job) => job.id === id) ? startOf(id) : null,
      passed: day < today,
      cancelled: state === 'cancelled',
    }),
  );
  const desk = person.role !== 'crew';
  return feedOf(
    {
      firm: company?.name ?? '',
      washes,
      windows: desk ? await visitsOnNoDay(connection, from, to, MOST) : [],
      followUps: desk ? await following(connection) : [],
    },
    now,
  );
}

async function following(connection: Connection) {
  const rows = await followedQuotes(connection, MOST);
  return rows.flatMap(({ id, site, number, revision, said, nextOn, times }) =>
    nextOn === null ? [] : [{ id, site, quote: `${number}.${revision}`, said, on: nextOn, version: times }],
  );
}
