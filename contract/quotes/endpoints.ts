import { z } from 'zod';
import { FINISHES } from '../../core/assumptions.ts';
import { FITTING_UNITS } from '../../core/fittings/kinds.ts';
import { CHEAPER, type CheaperHazard, type CheaperNote, type NotCheaper } from '../../core/quotes/cheaper.ts';
import { LINE_KEYS } from '../../core/quotes/lines.ts';
import type { FittingLine } from '../../core/quotes/offer.ts';
import { QUOTE_ADDITIONS, QUOTE_CHOICES, QUOTE_STATES } from '../../core/quotes/states.ts';
import { VERDICTS } from '../../core/quotes/verdict.ts';
import type { WayRefusal } from '../../core/rules/refusals.ts';
import type { ClimateName } from '../../core/weather/index.ts';
import { date, id, idParams, money, note, pageOf, pageQuery, price, reason, text, version, words } from '../common.ts';
import { keptPaper } from '../documents/papers.ts';
import { DESK, endpoint, OWNER } from '../endpoint.ts';
import { reason as reasonOf, said } from '../findings.ts';
import { quantiles } from '../numbers.ts';
import { priceLine, priceTotals, taxPart } from '../priceLine.ts';
import { assumedFact } from '../sites/assumed.ts';

export const quoteState = z.enum(QUOTE_STATES);

export const quoteLine = priceLine.extend({
  /** why a computed line was overruled; empty where it stands as computed */
  reason: note(500),
});
export type QuoteLineDoc = z.infer<typeof quoteLine>;

export const offer = priceTotals.extend({ lines: z.array(quoteLine), taxes: z.array(taxPart), minutes: z.number() });

export const quoteBenefit = z.object({
  /** kWh that come back from one wash until it has soiled again */
  recoverable: quantiles,
  /** their worth, minor units */
  worth: quantiles,
  usedShare: z.number(),
  verdict: z.enum(VERDICTS),
  /** that one visit pays at its price, and that the plan does, fractions; null where no course was reckoned */
  chance: z.number().nullable(),
  planChance: z.number().nullable(),
  /** what a plan of visits saves in a year, minor units, beside what it costs */
  planSaves: z.number(),
  planCosts: z.number(),
  planVerdict: z.enum(VERDICTS),
  /** the range of what it saves, and of what the visits beyond the first save of that */
  planRange: quantiles,
  beyondFirst: quantiles,
  /** which weather it was reckoned over */
  climate: said<ClimateName>(),
  reasons: z.object({ worth: reasonOf, recoverable: reasonOf, planSaves: reasonOf }),
});
export type QuoteBenefit = z.infer<typeof quoteBenefit>;

const cheaperKey = z.enum(CHEAPER);
const cheaperBeside = z.object({
  choices: z.array(
    z.object({
      key: cheaperKey,
      leaves: z.number().nullable(),
      saves: quantiles,
      once: money.nullable(),
      lasts: z.number(),
      yearly: money,
      washes: z.number(),
      notes: z.array(said<CheaperNote>()),
      not: z.array(said<NotCheaper>()),
      hazards: z.array(said<CheaperHazard>()),
    }),
  ),
  leaves: z.number(),
  leftOut: z.array(z.object({ key: cheaperKey, reason })),
});

/** What a quote says, apart from where it stands. */
export const quoteContent = z.object({
  currency: z.string(),
  taxRate: z.number(),
  one: offer,
  /** each visit of the plan, and how many a year; null where no plan of visits is offered */
  planned: offer.nullable(),
  visits: z.number().int(),
  benefit: quoteBenefit,
  finish: z.enum(FINISHES),
  /** what nobody has said, measured or read */
  assumed: z.array(assumedFact),
  /** faces that the price does not wash */
  leftOut: z.array(z.object({ name: z.string(), modules: z.number(), because: z.array(said<WayRefusal>()) })),
  /** what is fitted once at the first visit, where the customer takes it; null where nothing is */
  fittings: priceTotals
    .extend({
      lines: z.array(
        z.object({
          label: said<FittingLine['label']>(),
          quantity: z.number(),
          unit: z.enum([...FITTING_UNITS, 'visit']),
          amount: money,
          says: said<NonNullable<FittingLine['says']>>().nullable(),
        }),
      ),
      minutes: z.number(),
    })
    .nullable(),
  /** what the spotless finish adds to a visit, where it is taken; null where it is planned anyway or adds nothing */
  spotless: z.object({ one: priceTotals, planned: priceTotals }).nullable(),
  /** a spray line, put up once, where somebody has priced it and the customer takes it */
  sprayLine: priceTotals.nullable(),
  /** what may stand in the place of a wash, and what of it the customer is not shown; null where nothing could */
  cheaper: cheaperBeside.nullable(),
  /** whether the customer wants it at once */
  urgent: z.boolean(),
  /** asked for when it is accepted, a fraction of one visit and of what is fitted */
  depositShare: z.number(),
  message: z.string(),
  stated: z.string(),
});
export type QuoteContent = z.infer<typeof quoteContent>;

export const quote = z.object({
  id,
  siteId: id,
  planId: id,
  number: z.number().int(),
  revision: z.number().int(),
  state: quoteState,
  ...quoteContent.shape,
  choice: z.enum(QUOTE_CHOICES).nullable(),
  /** what was taken on top */
  additions: z.array(z.enum(QUOTE_ADDITIONS)),
  /** why it was declined; empty where nobody said */
  decidedBecause: z.string(),
  /** the day on which somebody follows it up; null before it is sent, and where nobody is to */
  nextOn: z.string().nullable(),
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
  /** visits a year that are best at its prices; another number may be offered */
  bestVisits: z.number().int(),
  /** other sites of the same customer, and what each visit is asked less where they are washed on one day; null where there are none */
  sharing: z.object({ sites: z.array(z.string()), saves: money }).nullable(),
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
  nextOn: z.string().nullable(),
  decidedBecause: z.string(),
});
export type QuoteListItem = z.infer<typeof quoteListItem>;

/** What was said to a customer about an offer that waits, and when somebody does so next. */
export const followUp = z.object({
  id,
  at: z.string(),
  by: z.string(),
  said: z.string(),
  nextOn: z.string().nullable(),
});
export type FollowUp = z.infer<typeof followUp>;

/** What can be taken on top of a visit leaves the firm; its cost is null where nobody has said it. */
const additionMargin = z.object({
  addition: z.enum(QUOTE_ADDITIONS),
  net: money,
  cost: money.nullable(),
  hours: z.number(),
});

/** What a price leaves the firm: minor units, person-hours, a fraction of the price before tax. */
const margin = z.object({
  lines: z.array(z.object({ key: z.enum(LINE_KEYS), amount: money, cost: money, hours: z.number() })),
  net: money,
  cost: money,
  hours: z.number(),
  share: z.number().nullable(),
  /** on top, where the customer takes it */
  additions: z.array(additionMargin),
});
export type QuoteMargin = z.infer<typeof margin>;

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
  listFollowing: endpoint({
    method: 'GET',
    path: '/api/quotes/following',
    summary: 'Sent quotes that wait for their answer, those that are followed up next first',
    roles: DESK,
    answer: z.object({ items: z.array(quoteListItem.extend({ said: z.string(), expiring: z.boolean() })) }),
  }),
  listFollowUps: endpoint({
    method: 'GET',
    path: '/api/quotes/:id/follow-ups',
    summary: 'What was said about a quote that waits, the last first',
    roles: DESK,
    params: idParams,
    answer: z.object({ items: z.array(followUp) }),
  }),
  followUpQuote: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/follow-ups',
    summary: 'Note what was said about a quote that waits, and when somebody follows it up next',
    roles: DESK,
    params: idParams,
    body: z.object({ id, said: text(500), nextOn: date.nullable() }),
    answer: z.object({ items: z.array(followUp) }),
  }),
  readQuote: endpoint({
    method: 'GET',
    path: '/api/quotes/:id',
    summary: 'A quote',
    roles: DESK,
    params: idParams,
    answer: shownQuote,
  }),
  quoteMargin: endpoint({
    method: 'GET',
    path: '/api/quotes/:id/margin',
    summary: 'What a quote leaves the firm, line by line; nothing where the owner has not said what work costs',
    roles: OWNER,
    params: idParams,
    answer: z.object({ floor: z.number().nullable(), one: margin.nullable(), planned: margin.nullable() }),
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
      urgent: z.boolean().optional(),
      /** of a spray line, put up once, before tax; null takes it off the offer */
      sprayPrice: price.nullable().optional(),
      /** what of the cheaper choices the customer is not shown, each with why; it stays on record */
      leaveOut: z
        .array(z.object({ key: cheaperKey, reason }))
        .max(CHEAPER.length)
        .refine((all) => new Set(all.map(({ key }) => key)).size === all.length, 'must name each choice once')
        .optional(),
      /** lines of one visit that are set by hand; those not named stay as computed */
      overrule: z
        .array(
          z
            .object({
              key: z.enum(LINE_KEYS),
              /** of a line that is added; those that are computed have their own */
              label: note(120),
              amount: money,
              reason,
            })
            .refine(({ key, label }) => key !== 'other' || label !== '', {
              path: ['label'],
              message: 'must not be empty',
            }),
        )
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
