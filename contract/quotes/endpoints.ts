import { z } from 'zod';
import type { Reason } from '../../core/reasons.ts';
import type { AssumedFact } from '../../core/sites/assumed.ts';
import type { Spread } from '../../core/statistics/summary.ts';
import { computed, id, idParams, money, note, pageOf, pageQuery, reason, text, version, words } from '../common.ts';
import { keptPaper } from '../documents/papers.ts';
import { DESK, endpoint } from '../endpoint.ts';

export const QUOTE_STATES = ['draft', 'sent', 'accepted', 'declined', 'expired', 'superseded'] as const;
export const quoteState = z.enum(QUOTE_STATES);

export const quoteLine = z.object({
  key: z.enum(['labour', 'travel', 'water', 'consumables', 'access', 'risk', 'minimum', 'discount', 'other']),
  label: text(120),
  quantity: z.number().min(-1_000_000).max(1_000_000),
  unit: text(20),
  amount: money,
  /** why a computed line was overruled; empty where it stands as computed */
  reason: note(500),
});
export type QuoteLineDoc = z.infer<typeof quoteLine>;

export const offer = z.object({ lines: z.array(quoteLine), net: money, tax: money, gross: money, minutes: z.number() });

export interface QuoteBenefit {
  /** kWh that come back from one wash until it has soiled again */
  recoverable: Spread;
  /** their worth, minor units */
  worth: Spread;
  usedShare: number;
  verdict: 'pays' | 'may-pay' | 'does-not-pay';
  sentence: string;
  /** what a plan of visits saves in a year, minor units, beside what it costs */
  planSaves: number;
  planCosts: number;
  planVerdict: 'pays' | 'may-pay' | 'does-not-pay';
  /** the range of what it saves, and of what the visits beyond the first save of that; left out on older quotes */
  planRange?: Spread;
  beyondFirst?: Spread;
  /** which weather it was reckoned over, in words for a customer; left out on older quotes */
  climate?: string;
  /** left out on quotes that were drawn up before reasons were kept with them */
  reasons?: Record<'worth' | 'recoverable' | 'planSaves', Reason>;
}

export const quote = z.object({
  id,
  siteId: id,
  planId: id,
  number: z.number().int(),
  revision: z.number().int(),
  state: quoteState,
  currency: z.string(),
  taxRate: z.number(),
  one: offer,
  /** each visit of the plan, and how many a year; null where no plan of visits is offered */
  planned: offer.nullable(),
  visits: z.number().int(),
  benefit: computed<QuoteBenefit>(),
  finish: z.enum(['output', 'spotless']),
  /** what nobody has said, measured or read */
  assumed: computed<AssumedFact[]>().default([]),
  message: z.string(),
  stated: z.string(),
  choice: z.enum(['one', 'planned']).nullable(),
  createdAt: z.string(),
  sentAt: z.string().nullable(),
  validUntil: z.string().nullable(),
  decidedAt: z.string().nullable(),
  version,
});
export type Quote = z.infer<typeof quote>;

/** A quote with what is known of its paper. */
export const shownQuote = quote.extend({
  paper: keptPaper.nullable(),
  /** characters that no shipped font can print; empty once it is sent */
  unprintable: z.array(z.string()),
  /** which version of the contractor's own figures its plan went by; 0: the house's */
  figures: z.number().int(),
});
export type ShownQuote = z.infer<typeof shownQuote>;

export const quoteListItem = z.object({
  id,
  siteId: id,
  site: z.string(),
  number: z.number(),
  revision: z.number(),
  state: quoteState,
  gross: money,
  currency: z.string(),
  validUntil: z.string().nullable(),
  sentAt: z.string().nullable(),
});
export type QuoteListItem = z.infer<typeof quoteListItem>;

export const quotesEndpoints = {
  draftQuote: endpoint({
    method: 'POST',
    path: '/api/sites/:id/quotes',
    summary: 'Draft a quote from the last plan of a site',
    roles: DESK,
    params: idParams,
    body: z.object({ id, stated: note(500), message: note(2000) }),
    answer: shownQuote,
  }),
  listQuotes: endpoint({
    method: 'GET',
    path: '/api/quotes',
    summary: 'Quotes, last first',
    roles: DESK,
    query: pageQuery.extend({ state: quoteState.optional(), site: id.optional() }),
    answer: pageOf(quoteListItem),
  }),
  readQuote: endpoint({
    method: 'GET',
    path: '/api/quotes/:id',
    summary: 'A quote',
    roles: DESK,
    params: idParams,
    answer: shownQuote,
  }),
  changeQuote: endpoint({
    method: 'PATCH',
    path: '/api/quotes/:id',
    summary: 'Change a draft: overrule a line with a reason, add lines, the message, the number of visits',
    roles: DESK,
    params: idParams,
    body: z.object({
      version,
      message: words(2000).optional(),
      stated: words(500).optional(),
      /** lines of one visit that are set by hand; those not named stay as computed */
      overrule: z
        .array(z.object({ key: quoteLine.shape.key, label: text(120), amount: money, reason }))
        .max(40)
        .optional(),
    }),
    answer: shownQuote,
  }),
  sendQuote: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/send',
    summary: 'Send a draft: it is frozen from then on',
    roles: DESK,
    params: idParams,
    body: z.object({
      version,
      /** whether it goes out though some of its characters cannot be printed */
      withoutCharacters: z.boolean().default(false),
    }),
    answer: shownQuote,
  }),
  decideQuote: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/decision',
    summary: 'Record what the customer decided about a sent quote',
    roles: DESK,
    params: idParams,
    body: z.object({
      version,
      decision: z.enum(['accepted', 'declined']),
      choice: z.enum(['one', 'planned']).default('one'),
    }),
    answer: shownQuote,
  }),
  reviseQuote: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/revisions',
    summary: 'Make the next revision of a sent quote from the last plan; the old one stays as it was',
    roles: DESK,
    params: idParams,
    body: z.object({ id }),
    answer: shownQuote,
  }),
  quotePaper: endpoint({
    method: 'GET',
    path: '/api/quotes/:id/paper.pdf',
    summary: 'The quote as a PDF',
    roles: DESK,
    params: idParams,
    file: 'application/pdf',
  }),
};
