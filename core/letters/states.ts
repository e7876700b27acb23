import type { QuoteState } from '../quotes/states.ts';

/** What happened on a customer's link: it was opened, something was asked or answered, the offer was accepted or declined. */
export const LETTER_EVENTS = ['opened', 'asked', 'answered', 'accepted', 'declined'] as const;
export type LetterEvent = (typeof LETTER_EVENTS)[number];

/** Why the page of an offer takes no answer. */
export const NO_ANSWERS = ['accepted', 'declined', 'expired', 'superseded'] as const satisfies readonly QuoteState[];
export type NoAnswer = (typeof NO_ANSWERS)[number];

/**
 * Why an offer takes no answer any more; null where it waits for one.
 * @param validUntil last day on which it may be accepted; null where none is set @param today where its site lies
 */
export function noAnswer(
  { state, validUntil }: { state: QuoteState; validUntil: string | null },
  today: string,
): NoAnswer | null {
  if (state === 'sent') return validUntil !== null && validUntil < today ? 'expired' : null;
  return state === 'draft' ? null : state;
}

/** Who wrote a message on a link. */
export const MESSAGE_SIDES = ['customer', 'firm'] as const;

/** What a caller may answer to a range that was told on the telephone: come and look, or no. */
export const CALL_ANSWERS = ['look', 'no'] as const;
export type CallAnswer = (typeof CALL_ANSWERS)[number];
/** Days for which the link to such a range opens. */
export const CALL_LINK_DAYS = 30;
/** How often a caller may change what they answered by the link. */
export const MOST_CALL_ANSWERS = 10;

/** Days that a link goes on showing an offer after the last on which it may be accepted. */
export const LETTER_OUTLASTS = 60;
/** Questions that one link takes in a day, and in all. */
export const MOST_ASKED = { aDay: 20, inAll: 200 } as const;
/** Minutes in which a page that is opened again counts as the same reading. */
export const SAME_READING = 10;
