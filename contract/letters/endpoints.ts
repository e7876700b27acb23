import { z } from 'zod';
import type { Soil } from '../../core/inspections/soil.ts';
import { MESSAGE_SIDES, NO_ANSWERS } from '../../core/letters/states.ts';
import { DECISIONS, QUOTE_ADDITIONS, QUOTE_CHOICES } from '../../core/quotes/states.ts';
import type { Units } from '../../core/units/quantities.ts';
import { computed, id, idParams, reason, text } from '../common.ts';
import { DESK, endpoint } from '../endpoint.ts';
import { quoteContent } from '../quotes/endpoints.ts';
import { strokes } from '../reports/endpoints.ts';
import { array } from '../sites/endpoints.ts';

const message = z.object({ id, by: z.enum(MESSAGE_SIDES), name: z.string(), text: z.string(), at: z.string() });

/** What the customer answered, as it is told to both sides. */
const answered = z.object({
  decision: z.enum(DECISIONS),
  choice: z.enum(QUOTE_CHOICES).nullable(),
  /** what was taken on top */
  additions: z.array(z.enum(QUOTE_ADDITIONS)),
  /** who answered; empty where the desk was told and wrote it down */
  name: z.string(),
  at: z.string(),
  reason: z.string(),
});

/** A face as it lay on the roof when the offer went out, with what was seen on it. */
export const letterRoof = z.object({ array, soils: z.array(computed<Soil>()) });

/** An offer as its customer reads it: what went out, frozen, and what may be answered to it. */
export const letter = z.object({
  firm: z.string(),
  customer: z.string(),
  site: z.string(),
  place: z.string(),
  modules: z.number().int(),
  number: z.number().int(),
  revision: z.number().int(),
  sentAt: z.string().nullable(),
  validUntil: z.string().nullable(),
  content: quoteContent,
  /** faces that the price washes; empty on offers that went out before they were kept with them */
  roofs: z.array(letterRoof),
  /** how its sender reads numbers */
  units: computed<Units>(),
  /** sum of the paper that went out: an answer names it */
  sha256: z.string(),
  /** why it takes no answer; null where it waits for one */
  closed: z.enum(NO_ANSWERS).nullable(),
  answered: answered.nullable(),
  messages: z.array(message),
});
export type Letter = z.infer<typeof letter>;
export type LetterMessage = z.infer<typeof message>;

/** A customer's link as the desk sees it: what became of it, and nothing that would open it. */
export const letterLink = z.object({
  id,
  madeAt: z.string(),
  madeBy: z.string(),
  expiresAt: z.string(),
  withdrawnAt: z.string().nullable(),
  /** times that it was opened, and when first and last; null where nobody has */
  opened: z.object({ times: z.number().int(), first: z.string(), last: z.string() }).nullable(),
  messages: z.array(message),
  /** what came by it, with what shows it: when it was read first, from where it was answered, of which paper */
  answered: answered
    .extend({ seenAt: z.string().nullable(), from: z.string(), sha256: z.string(), strokes: strokes.nullable() })
    .nullable(),
});
export type LetterLink = z.infer<typeof letterLink>;

const link = z.object({ token: z.string().min(20).max(100) });

export const lettersEndpoints = {
  makeLetter: endpoint({
    method: 'POST',
    path: '/api/quotes/:id/letters',
    summary: 'Make a private link to a sent quote; it leaves the server once, in this answer',
    roles: DESK,
    params: idParams,
    body: z.object({ id }),
    answer: z.object({ id, token: z.string().nullable(), expiresAt: z.string() }),
  }),
  listLetters: endpoint({
    method: 'GET',
    path: '/api/quotes/:id/letters',
    summary: 'The links to a quote, what was asked and what was answered by them',
    roles: DESK,
    params: idParams,
    answer: z.object({ items: z.array(letterLink) }),
  }),
  withdrawLetter: endpoint({
    method: 'POST',
    path: '/api/letters/:id/withdraw',
    summary: 'Withdraw a link: it opens nothing from then on',
    roles: DESK,
    params: idParams,
    body: z.object({}),
    answer: z.object({ items: z.array(letterLink) }),
  }),
  answerLetter: endpoint({
    method: 'POST',
    path: '/api/letters/:id/messages',
    summary: 'Answer what a customer asked',
    roles: DESK,
    params: idParams,
    body: z.object({ id, text: text(2000) }),
    answer: z.object({ items: z.array(letterLink) }),
  }),
  readLetter: endpoint({
    method: 'GET',
    path: '/api/letters/by-link/:token',
    summary: 'The offer behind a private link',
    roles: 'public',
    params: link,
    answer: letter,
  }),
  noteLetterRead: endpoint({
    method: 'POST',
    path: '/api/letters/by-link/:token/reading',
    summary: 'Note that somebody reads the offer; their page says so at the first touch, key or scroll',
    roles: 'public',
    params: link,
    body: z.object({}),
  }),
  letterPaper: endpoint({
    method: 'GET',
    path: '/api/letters/by-link/:token/paper.pdf',
    summary: 'The same as the PDF that went out',
    roles: 'public',
    params: link,
    file: 'application/pdf',
  }),
  askByLetter: endpoint({
    method: 'POST',
    path: '/api/letters/by-link/:token/messages',
    summary: 'Ask something about the offer',
    roles: 'public',
    params: link,
    body: z.object({ id, text: text(2000) }),
    answer: letter,
  }),
  decideByLetter: endpoint({
    method: 'POST',
    path: '/api/letters/by-link/:token/decision',
    summary: 'Accept the offer as it was read, or decline it',
    roles: 'public',
    params: link,
    body: z.discriminatedUnion('decision', [
      z.object({
        id,
        decision: z.literal('accepted'),
        choice: z.enum(QUOTE_CHOICES),
        additions: z.array(z.enum(QUOTE_ADDITIONS)).default([]),
        name: text(120),
        /** that whoever answers has read the offer and accepts its price */
        agreed: z.literal(true, 'must be ticked'),
        strokes,
        sha256: z.string().length(64),
      }),
      z.object({ id, decision: z.literal('declined'), name: text(120), reason, sha256: z.string().length(64) }),
    ]),
    answer: letter,
  }),
};
