import type { NoAnswer } from '../../core/letters/states.ts';
import type { OfferedChoice } from '../../core/quotes/offer.ts';
import type { QuoteAddition, QuoteChoice } from '../../core/quotes/states.ts';
import type { Verdict } from '../../core/quotes/verdict.ts';

/** What can be accepted of an offer, as its customer reads it. */
export const choiceWords = ({ choice, visits }: Pick<OfferedChoice, 'choice' | 'visits'>): string =>
  choice === 'one' ? 'One visit' : `A plan of ${visits} visits a year`;

/** What can be taken on top of a choice. */
export const ADDITION_WORDS: Record<QuoteAddition, string> = {
  spotless: 'Spotless finish: dried so that nothing shows on a cloth',
  fittings: 'What is fitted once, on the first visit',
  'spray-line': 'A line of pipe that sprays by itself, put up once',
};

/** What was taken of an offer. */
export const takenWords = (taken: {
  choice: QuoteChoice;
  visits: number;
  additions: readonly QuoteAddition[];
}): string => [choiceWords(taken), ...taken.additions.map((one) => TAKEN_WORDS[one])].join(', with ');

/** The same in the middle of a sentence. */
export const TAKEN_WORDS: Record<QuoteAddition, string> = {
  spotless: 'spotless finish',
  fittings: 'what is fitted once',
  'spray-line': 'a spray line',
};

/** Whether something pays, in two or three words. */
export const VERDICT_WORDS: Record<Verdict, string> = {
  pays: 'pays',
  'may-pay': 'may or may not pay',
  'does-not-pay': 'does not pay',
};

/** Why an offer takes no answer any more. */
export const NO_ANSWER_WORDS: Record<NoAnswer, string> = {
  accepted: 'This offer has been accepted.',
  declined: 'This offer has been declined.',
  expired: 'This offer has run out. Ask for a new one: prices and dirt have moved since.',
  superseded: 'A newer offer has taken the place of this one. Ask for the link to that; this one can only be read.',
};
