import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { Plan } from '../../contract/methods/endpoints.ts';
import {
  type FollowUp,
  type Quote,
  type QuoteContent,
  quoteContent,
  type quotesEndpoints,
  type ShownQuote,
} from '../../contract/quotes/endpoints.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import type { Costs } from '../../core/quotes/book.ts';
import { expiresSoon, firstFollowUp } from '../../core/quotes/following.ts';
import { totals } from '../../core/quotes/lines.ts';
import {
  type AdditionMargin,
  fittingsMargin,
  marginOf,
  spotlessMargin,
  underFloorAtWorst,
} from '../../core/quotes/margin.ts';
import { additionsOf, bestVisitsAt } from '../../core/quotes/offer.ts';
import { roadShared } from '../../core/quotes/sharing.ts';
import type { Decision, QuoteAddition, QuoteChoice } from '../../core/quotes/states.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { addedDays } from '../../core/time/dates.ts';
import { readCompany, readCosts, readNamedCompany } from '../company/useCases.ts';
import type { Context, Services } from '../context.ts';
import { keepPaper } from '../documents/keep.ts';
import { paperOf } from '../documents/paperStorage.ts';
import { unprintableOf } from '../documents/render.ts';
import { cannotPrint, invalid, outOfOrder } from '../errors.ts';
import { lastPlan, readPlan } from '../plans/storage.ts';
import { otherSitesOf, readSite } from '../sites/storage.ts';
import type { Connection, Transaction } from '../storage/database.ts';
import { pageOfEntered } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, isMade, trail, trailEach, updateVersioned, type Writer } from '../storage/writing.ts';
import { cheaperThan } from './cheaper.ts';
import { bookOf, changeLines, composeQuote } from './compose.ts';
import { composedQuote, composeQuotePaper } from './paper.ts';
import {
  contentColumns,
  expireQuote,
  followedQuotes,
  followUpsOf,
  insertFollowUp,
  insertQuote,
  listQuoteRows,
  lockOverdueQuotes,
  lockRevisions,
  type NewQuote,
  nextQuoteNumber,
  nextRevision,
  readQuote,
  supersedeBefore,
} from './storage.ts';

type Endpoints = typeof quotesEndpoints;

/** A quote with what is known of its paper: its sum once it is sent, and before that what could not be printed. */
export async function showQuote(
  context: Pick<Context, 'person'>,
  connection: Connection,
  id: string,
): Promise<ShownQuote> {
  const found = await readQuote(connection, id);
  const paper = await paperOf(connection, 'quote', id);
  const plan = await readPlan(connection, found.planId);
  const { figures, visits } = plan.output;
  const sharing = await sharingOf(connection, found.siteId, plan);
  const shown = { ...found, paper, figures, sharing, bestVisits: bestVisitsAt(found, visits.options) };
  if (found.state !== 'draft') return { ...shown, unprintable: [] };
  const drawn = await composeQuotePaper(connection, id, context.person.units);
  return { ...shown, unprintable: unprintableOf({ kind: 'quote', paper: drawn }) };
}

/** Other sites of a customer whose road is named on an offer. */
const MOST_SHARED = 5;

/** What a visit is asked less where the other sites of its customer are washed on the same day. */
async function sharingOf(connection: Connection, siteId: string, plan: Plan): Promise<ShownQuote['sharing']> {
  const sites = await otherSitesOf(connection, siteId, MOST_SHARED);
  const { travelMinutes } = plan.input as unknown as PlanInput;
  const { lines, minutes } = plan.output.priced;
  const saves = roadShared(lines, { minutes, travelMinutes }, bookOf(plan), sites.length + 1);
  return saves > 0 ? { sites, saves } : null;
}

export async function draftQuote(
  context: Context,
  siteId: string,
  body: BodyOf<Endpoints['draftQuote']>,
): Promise<ShownQuote> {
  await readSite(context.database, siteId);
  const plan = mustWash(await lastPlan(context.database, siteId));
  const cheaper = await cheaperThan(context, plan);
  return inTransaction(context, async (trx) => {
    const content = composeQuote(plan, await readCompany({ database: trx }), cheaper, body);
    await createOnce(trx, context, 'quote', { ...body, siteId }, async () => {
      const number = await nextQuoteNumber(trx);
      await keepDraft(trx, context, { id: body.id, siteId, planId: plan.id, number, revision: 1, content });
    });
    return showQuote(context, trx, body.id);
  });
}

/** The plan, where it washes anything at all: nothing is offered for a site that cannot be washed as things stand. */
function mustWash(plan: Plan): Plan {
  const stopped = plan.output.arrays.every((array) => array.stopped !== null);
  if (stopped)
    throw outOfOrder('No face of this site can be washed as things stand: see why on the plan, and plan again.');
  return plan;
}

const keepDraft = (trx: Transaction, context: Context, draft: Omit<NewQuote, 'createdAt' | 'by'>) =>
  insertQuote(trx, { ...draft, createdAt: context.clock(), by: context.person.id });

export async function listQuotes(context: Context, query: QueryOf<Endpoints['listQuotes']>) {
  const rows = await listQuoteRows(context.database, query);
  return pageOfEntered(rows, query.limit);
}

/** Quotes on the list of those that wait. */
const MOST_FOLLOWED = 200;

export async function listFollowing({ database, clock }: Context) {
  const rows = await followedQuotes(database, MOST_FOLLOWED);
  // A day is the day where the site lies.
  return {
    items: rows.map(({ entered: _, times: _times, zone, ...row }) => ({
      ...row,
      expiring: expiresSoon(row.validUntil, dateIn(clock(), zone)),
    })),
  };
}

export async function listFollowUps({ database }: Context, id: string): Promise<{ items: FollowUp[] }> {
  await readQuote(database, id);
  return { items: await followUpsOf(database, id) };
}

export function followUpQuote(
  context: Context,
  quoteId: string,
  body: BodyOf<Endpoints['followUpQuote']>,
): Promise<{ items: FollowUp[] }> {
  return inTransaction(context, async (trx) => {
    const content = { ...body, quoteId };
    const { state } = await lockRevisions(trx, quoteId);
    if (state !== 'sent' && !(await isMade(trx, 'follow-up', content)))
      throw outOfOrder('Only an offer that waits for its answer is followed up.');
    await createOnce(trx, context, 'follow-up', content, () =>
      insertFollowUp(trx, { ...content, at: context.clock(), by: context.person.id }),
    );
    return { items: await followUpsOf(trx, quoteId) };
  });
}

export function changeQuote(context: Context, id: string, body: BodyOf<Endpoints['changeQuote']>): Promise<ShownQuote> {
  return inTransaction(context, async (trx) => {
    await lockRevisions(trx, id);
    const row = await readQuote(trx, id);
    if (row.state !== 'draft') throw outOfOrder('A sent quote is frozen. Make the next revision and change that.');
    const { version, overrule, urgent, leaveOut, sprayPrice, ...words } = body;
    let content: QuoteContent = { ...quoteContent.parse(row), ...definedOnly(words) };
    if (overrule || urgent !== undefined)
      content = changeLines(content, overrule ?? [], await readPlan(trx, row.planId), urgent);
    if (sprayPrice !== undefined)
      content = {
        ...content,
        sprayLine: sprayPrice === null ? null : totals([{ amount: sprayPrice }], content.taxRate),
      };
    if (leaveOut) content = { ...content, cheaper: content.cheaper && { ...content.cheaper, leftOut: leaveOut } };
    if (content.one.net < 0 || (content.planned?.net ?? 0) < 0)
      throw invalid('overrule', 'would make the total less than nothing; take less off');
    await updateVersioned(trx, context, { table: 'quotes', record: 'quote', id, version }, contentColumns(content));
    return showQuote(context, trx, id);
  });
}

const definedOnly = <T extends object>(value: T): Partial<T> =>
  Object.fromEntries(Object.entries(value).filter(([, entry]) => entry !== undefined)) as Partial<T>;

/** An offer that leaves less than the owner's floor is sent by the owner alone. What it leaves is not told to anybody else. */
async function mustLeaveEnough(trx: Transaction, { person }: Pick<Context, 'person'>, id: string): Promise<void> {
  if (person.role === 'owner') return;
  const { costs } = await readCosts(trx);
  if (costs === null || costs.floor === null) return;
  const { one, planned } = await marginsOf(trx, id, costs);
  const offered = planned === null ? [one] : [one, planned];
  if (offered.some((visit) => underFloorAtWorst(visit, costs.floor)))
    throw outOfOrder(
      'This offer leaves less than the owner wants to be left. Ask the owner to send it, or price it again.',
    );
}

/** What each visit of a quote leaves the firm at some costs, and what can be taken on top of it. */
export async function marginsOf(connection: Connection, id: string, costs: Costs) {
  const quote = await readQuote(connection, id);
  const plan = await readPlan(connection, quote.planId);
  const book = bookOf(plan);
  const { travelKm, travelMinutes } = plan.input as unknown as PlanInput;
  const { modules, waterCost, priced, pricedInPlan, spotless } = plan.output;
  const of = (lines: QuoteContent['one']['lines'], { minutes, lines: computed }: typeof priced) =>
    marginOf(lines, { minutes, travelMinutes, travelKm, modules, waterCost, computed }, book, costs);
  const fittings = quote.fittings && fittingsMargin(quote.fittings, book, costs);
  const sprayLine: AdditionMargin | null = quote.sprayLine && {
    ...{ addition: 'spray-line', net: quote.sprayLine.net, cost: null, hours: 0 },
  };
  const onTop = (choice: QuoteChoice, by: 'priced' | 'pricedInPlan') => {
    const asked = quote.spotless?.[choice].net;
    const finish =
      spotless && asked !== undefined
        ? spotlessMargin(asked, { plain: plan.output[by], finer: spotless[by] }, book, costs)
        : null;
    return { additions: [finish, fittings, sprayLine].filter((one) => one !== null) };
  };
  return {
    one: { ...of(quote.one.lines, priced), ...onTop('one', 'priced') },
    planned: quote.planned && { ...of(quote.planned.lines, pricedInPlan), ...onTop('planned', 'pricedInPlan') },
  };
}

/** What a quote leaves the firm, line by line; the owner's alone. */
export async function quoteMargin({ database }: Context, id: string) {
  await readQuote(database, id);
  const { costs } = await readCosts(database);
  if (costs === null) return { floor: null, one: null, planned: null };
  return { floor: costs.floor, ...(await marginsOf(database, id, costs)) };
}

/** Sends a draft: frozen from then on, and any earlier revision of it is superseded. */
export function sendQuote(context: Context, id: string, body: BodyOf<Endpoints['sendQuote']>): Promise<ShownQuote> {
  return inTransaction(context, async (trx) => {
    const row = await lockRevisions(trx, id);
    if (row.state !== 'draft') throw outOfOrder('This quote has been sent already.');
    if (row.othersAccepted) throw outOfOrder('Another revision of this quote has been accepted. It stands.');
    const { unprintable } = await showQuote(context, trx, id);
    if (unprintable.length > 0 && !body.withoutCharacters) throw cannotPrint(unprintable);
    await mustLeaveEnough(trx, context, id);
    const company = await readNamedCompany({ database: trx }, 'offer');
    const site = await readSite(trx, row.siteId);
    const sentAt = context.clock();
    const sentOn = dateIn(sentAt, site.zone);
    const validUntil = addedDays(sentOn, company.quoteValidDays);
    await updateVersioned(
      trx,
      context,
      { table: 'quotes', record: 'quote', id, version: body.version },
      {
        state: 'sent',
        sentAt,
        validUntil,
        nextOn: firstFollowUp(sentOn, validUntil),
      },
    );
    const superseded = await supersedeBefore(trx, row.number, row.revision);
    if (superseded.length > 0)
      await trailEach(
        trx,
        context,
        superseded.map((earlier) => ({ record: 'quote', id: earlier, action: 'supersede', change: { by: id } })),
      );
    const composed = await composedQuote(trx, id, context.person.units);
    await keepPaper(trx, context, { record: 'quote', id, because: 'sent' }, composed);
    return showQuote(context, trx, id);
  });
}

/**
 * Keeps what the customer decided about a sent quote, with all its revisions held, so that of several who decide at once one
 * is the first. @returns the quote with what was taken of it
 */
export async function decide(
  trx: Transaction,
  writer: Writer,
  id: string,
  { version, decision, choice, additions: ticked, because }: Decided,
): Promise<Quote> {
  const additions = [...new Set(ticked)];
  const { othersAccepted } = await lockRevisions(trx, id);
  const current = await readQuote(trx, id);
  if (othersAccepted) throw outOfOrder('Another revision of this quote has been accepted already. It stands.');
  if (current.state !== 'sent') throw outOfOrder(`Only a sent quote can be decided; this one is ${current.state}.`);
  const site = await readSite(trx, current.siteId);
  if (current.validUntil && current.validUntil < dateIn(writer.clock(), site.zone)) {
    throw outOfOrder('This quote has expired. Make the next revision and send that.');
  }
  if (choice === 'planned' && current.planned === null) {
    throw outOfOrder('No plan of visits was offered on this quote.');
  }
  const offeredToo = additionsOf(current, choice).map(({ addition }) => addition);
  const unknown = additions.find((addition) => !offeredToo.includes(addition));
  if (unknown) throw invalid('additions', 'name something that this quote does not offer');
  await updateVersioned(
    trx,
    writer,
    { table: 'quotes', record: 'quote', id, version },
    {
      state: decision,
      choice: decision === 'accepted' ? choice : null,
      additions: decision === 'accepted' ? additions : [],
      decidedAt: writer.clock(),
      decidedBecause: because,
    },
  );
  return { ...current, choice, additions };
}

/** What a customer decided, and what was taken of the offer. */
interface Decided {
  version: number;
  decision: Decision;
  choice: QuoteChoice;
  additions: QuoteAddition[];
  because: string;
}

export async function reviseQuote(
  context: Context,
  id: string,
  body: BodyOf<Endpoints['reviseQuote']>,
): Promise<ShownQuote> {
  const { siteId } = await readQuote(context.database, id);
  const plan = mustWash(await lastPlan(context.database, siteId));
  const cheaper = await cheaperThan(context, plan);
  return inTransaction(context, async (trx) => {
    const { othersAccepted } = await lockRevisions(trx, id);
    const old = await readQuote(trx, id);
    if (old.state === 'draft') throw outOfOrder('A draft can be changed as it is.');
    if (othersAccepted)
      throw outOfOrder('Another revision of this quote has been accepted. It stands; draft a new quote.');
    if (old.state === 'accepted') throw outOfOrder('An accepted quote stands. Draft a new quote for further work.');
    const leftOut = old.cheaper?.leftOut ?? [];
    const content = composeQuote(plan, await readCompany({ database: trx }), cheaper && { ...cheaper, leftOut }, old);
    await createOnce(trx, context, 'quote', { ...body, of: id }, async () => {
      const revision = await nextRevision(trx, old.number);
      const { number } = old;
      await keepDraft(trx, context, { id: body.id, siteId, planId: plan.id, number, revision, content });
    });
    return showQuote(context, trx, body.id);
  });
}

/** Background work: sent quotes whose day has passed are expired, each with its row in the trail. */
export async function expireQuotes(services: Pick<Services, 'database' | 'clock'>): Promise<number> {
  return inTransaction(services, async (trx) => {
    const overdue = await lockOverdueQuotes(trx, services.clock());
    for (const id of overdue) {
      await expireQuote(trx, id);
      await trail(
        trx,
        { clock: services.clock, requestId: 'expiry', person: null },
        { record: 'quote', id, action: 'expire' },
      );
    }
    return overdue.length;
  });
}
