import { randomUUID } from 'node:crypto';
import type { agreementsEndpoints } from '../../contract/agreements/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { Quote, ShownQuote } from '../../contract/quotes/endpoints.ts';
import { dueWindows, slackOf } from '../../core/agreements/windows.ts';
import { takenOf } from '../../core/quotes/offer.ts';
import type { QuoteAddition } from '../../core/quotes/states.ts';
import { visitDates } from '../../core/schedule/visitDates.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { readCosts } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { readPlan } from '../plans/storage.ts';
import { decide, marginsOf, showQuote } from '../quotes/useCases.ts';
import { readSite } from '../sites/storage.ts';
import type { Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { trail, type Writer } from '../storage/writing.ts';
import { insertAgreement, insertVisits } from './storage.ts';

/** What the customer decided, as the desk was told. Accepted, a quote is an agreement from then on. */
export function decideQuote(
  context: Context,
  id: string,
  body: BodyOf<(typeof agreementsEndpoints)['decideQuote']>,
): Promise<ShownQuote> {
  return inTransaction(context, async (trx) => {
    const quote = await decide(trx, context, id, body);
    if (body.decision === 'accepted') await agree(trx, context, quote);
    return showQuote(context, trx, id);
  });
}

/** Makes an accepted quote an agreement: its visits fall due from today on, until somebody books the first. */
export async function agree(trx: Transaction, writer: Writer, quote: Quote): Promise<void> {
  const { siteId, id: quoteId, currency, additions } = quote;
  const choice = quote.choice ?? 'one';
  const { visits, each: price, once, deposit } = takenOf(quote, choice, additions);
  const plan = await readPlan(trx, quote.planId);
  const begins = dateIn(writer.clock(), (await readSite(trx, siteId)).zone);
  const due = visitDates(begins, visits, plan.output.visits.options[visits]?.days ?? []);
  const { slip } = plan.output;
  const slack = slip ? slackOf(Math.max(slip.late, slip.early), visits * price) : undefined;
  const left = await leftOfVisits(trx, quote);
  const id = randomUUID();
  await insertAgreement(trx, {
    ...{ id, siteId, quoteId, choice, additions, visits, begins, price, deposit, currency },
    madeAt: writer.clock(),
  });
  await insertVisits(
    trx,
    dueWindows(due, slack).map((window, at) => ({
      ...window,
      id: randomUUID(),
      agreementId: id,
      ...left?.visit,
      ...(at === 0 ? left?.fitted : null),
      number: at + 1,
      // What is fitted once is paid with the first.
      price: at === 0 ? price + once : price,
      added: false,
      because: '',
    })),
  );
  await trail(trx, writer, { record: 'agreement', id, action: 'create', change: { quoteId, due } });
}

/**
 * What each visit as it was taken is asked before tax and costs the firm, and what is fitted with the first; nothing where
 * the owner has not said what it costs.
 */
async function leftOfVisits(trx: Transaction, quote: Quote) {
  const { costs } = await readCosts(trx);
  if (costs === null) return null;
  const { one, planned } = await marginsOf(trx, quote.id, costs);
  const visit = quote.choice === 'planned' && planned ? planned : one;
  const taken = (what: QuoteAddition) =>
    quote.additions.includes(what) ? visit.additions.find(({ addition }) => addition === what) : undefined;
  const [finish, fitted] = [taken('spotless'), taken('fittings')];
  return {
    visit: { net: visit.net + (finish?.net ?? 0), cost: visit.cost + (finish?.cost ?? 0) },
    fitted: fitted && fitted.cost !== null ? { fittedNet: fitted.net, fittedCost: fitted.cost } : null,
  };
}
