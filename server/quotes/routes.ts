import type { quotesEndpoints } from '../../contract/quotes/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { makeQuotePaper } from './paper.ts';
import * as quotes from './useCases.ts';

export const quotesHandlers: Pick<Handlers, keyof typeof quotesEndpoints> = {
  draftQuote: (context, { params, body }) => quotes.draftQuote(context, params.id, body),
  listQuotes: (context, { query }) => quotes.listQuotes(context, query),
  listFollowing: (context) => quotes.listFollowing(context),
  listFollowUps: (context, { params }) => quotes.listFollowUps(context, params.id),
  followUpQuote: (context, { params, body }) => quotes.followUpQuote(context, params.id, body),
  quoteMargin: (context, { params }) => quotes.quoteMargin(context, params.id),
  readQuote: (context, { params }) => quotes.showQuote(context, context.database, params.id),
  changeQuote: (context, { params, body }) => quotes.changeQuote(context, params.id, body),
  sendQuote: (context, { params, body }) => quotes.sendQuote(context, params.id, body),
  reviseQuote: (context, { params, body }) => quotes.reviseQuote(context, params.id, body),
  quotePaper: (context, { params }) => makeQuotePaper(context, params.id),
};
