import type { Letter, LetterLink, LetterMessage } from '../../contract/letters/endpoints.ts';
import { type QuoteContent, quoteContent } from '../../contract/quotes/endpoints.ts';
import { noAnswer } from '../../core/letters/states.ts';
import type { QuoteAddition, QuoteChoice } from '../../core/quotes/states.ts';
import type { Strokes } from '../../core/reports/signature.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { paperSent } from '../documents/paperStorage.ts';
import type { QuotePaper } from '../documents/quotePaper.ts';
import { readQuote } from '../quotes/storage.ts';
import { readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { mustHave } from '../storage/writing.ts';
import { type EventRow, eventsOf, lettersOf } from './storage.ts';

/** An offer as its customer reads it: from what went out, and where it stands now. */
export async function letterOf(connection: Connection, quoteId: string, now: Date): Promise<Letter> {
  const quote = await readQuote(connection, quoteId);
  const site = await readSite(connection, quote.siteId);
  const { input, sha256 } = mustHave(await paperSent(connection, quoteId), 'paper');
  const { firm, customer, site: name, place, modules, units, roofs = [] } = input as QuotePaper;
  const events = await eventsOf(
    connection,
    (await lettersOf(connection, quoteId)).map(({ id }) => id),
  );
  const { number, revision, sentAt, validUntil, decidedAt, choice, additions, state } = quote;
  const decided = events.find(isDecision);
  return {
    ...{ firm, customer, site: name, place, modules, number, revision, sentAt, validUntil, roofs, units, sha256 },
    content: contentOf(quote),
    closed: noAnswer(quote, dateIn(now, site.zone)),
    answered:
      state === 'accepted' || state === 'declined'
        ? {
            decision: state,
            choice,
            additions,
            name: textOf(decided, 'name'),
            at: decidedAt ?? '',
            reason: textOf(decided, 'reason'),
          }
        : null,
    messages: events.flatMap((event) => messageOf(event, firm)),
  };
}

/** What a quote says to its customer: without where it is kept, why the desk set a line by hand, and what it left out and why. */
function contentOf(quote: QuoteContent): QuoteContent {
  const { one, planned, cheaper, ...content } = quoteContent.parse(quote);
  const told = <O extends QuoteContent['one']>(offer: O): O => ({
    ...offer,
    lines: offer.lines.map((line) => ({ ...line, reason: '' })),
  });
  const leftOut = new Set(cheaper?.leftOut.map(({ key }) => key));
  return {
    ...content,
    one: told(one),
    planned: planned && told(planned),
    cheaper: cheaper && {
      ...cheaper,
      choices: cheaper.choices.filter(({ key }) => !leftOut.has(key)),
      leftOut: [],
    },
  };
}

const isDecision = ({ kind }: EventRow): boolean => kind === 'accepted' || kind === 'declined';
const textOf = (event: EventRow | undefined, key: string): string => String(event?.body[key] ?? '');

function messageOf({ id, kind, at, by, body }: EventRow, firm: string): LetterMessage[] {
  if (kind === 'asked') return [{ id, at, by: 'customer', name: '', text: String(body.text) }];
  return kind === 'answered' ? [{ id, at, by: 'firm', name: by ?? firm, text: String(body.text) }] : [];
}

/** The links to a quote, and what became of each. */
export async function linksOf(connection: Connection, quoteId: string): Promise<{ items: LetterLink[] }> {
  const rows = await lettersOf(connection, quoteId);
  const events = await eventsOf(
    connection,
    rows.map(({ id }) => id),
  );
  return {
    items: rows.map(({ quoteId: _, ...row }) => {
      const own = events.filter(({ letterId }) => letterId === row.id);
      return {
        ...row,
        ...readings(own),
        messages: own.flatMap((event) => messageOf(event, '')),
        answered: answerOf(own),
      };
    }),
  };
}

function readings(events: readonly EventRow[]): Pick<LetterLink, 'opened'> {
  const opened = events.filter(({ kind }) => kind === 'opened');
  const [first, last] = [opened[0], opened.at(-1)];
  return { opened: first && last ? { times: opened.length, first: first.at, last: last.at } : null };
}

/** What was answered by a link, with what shows it. */
function answerOf(events: readonly EventRow[]): LetterLink['answered'] {
  const event = events.find(isDecision);
  if (event === undefined) return null;
  const { kind, at, body } = event;
  return {
    decision: kind === 'accepted' ? 'accepted' : 'declined',
    choice: kind === 'accepted' ? (body.choice as QuoteChoice) : null,
    additions: (body.additions as QuoteAddition[] | undefined) ?? [],
    name: textOf(event, 'name'),
    at,
    reason: textOf(event, 'reason'),
    seenAt: (body.seenAt as string | null) ?? null,
    from: textOf(event, 'from'),
    sha256: textOf(event, 'sha256'),
    strokes: (body.strokes as Strokes | undefined) ?? null,
  };
}
